import { micrLine } from '../micr/pattern'
import { positionsOn } from '../micr/place'
import type { CheckNumber } from '../numbers/book'
import type { Mm } from '../paper/length'
import type { AccountFacts } from '../proof/facts'

const bare = (line: string): string => line.trim().replaceAll(/ +/g, ' ')
/**
 * The check number in a MICR line as it was read from a check `width` mm wide: the group of digits with which the
 * line is exactly the account's own. Undefined where no number makes it so, e.g. another account's check.
 */
export function numberIn(text: string, facts: AccountFacts, width: Mm): CheckNumber | undefined {
  const { pattern, routing, account, part, code } = facts
  for (const [group] of text.matchAll(/\d+/g)) {
    const serial = Number(group)
    if (!serial) continue
    const line = micrLine(pattern, { serial, routing, account, part, code }, positionsOn(width))
    if (line.ok && bare(line.value.text) === bare(text)) return serial as CheckNumber
  }
  return undefined
}
