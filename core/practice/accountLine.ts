import type { GreyImage } from '../micr/darkness'
import { micrLine } from '../micr/pattern'
import { positionsOn } from '../micr/place'
import { readMicr } from '../micr/reader'
import type { CheckNumber } from '../numbers/book'
import type { Mm } from '../paper/length'
import type { AccountFacts } from '../proof/facts'

const bare = (line: string): string => line.trim().replaceAll(/ +/g, ' ')
/**
 * The check number in a MICR line as it was read from a check `width` mm wide: the group of digits with which the
 * line is exactly the account's own. Undefined where no number makes it so, e.g. another account's check.
 */
function numberIn(text: string, facts: AccountFacts, width: Mm): CheckNumber | undefined {
  const { pattern, routing, account, part, code } = facts
  for (const [group] of text.matchAll(/\d+/g)) {
    const serial = Number(group)
    if (!serial) continue
    const line = micrLine(pattern, { serial, routing, account, part, code }, positionsOn(width))
    if (line.ok && bare(line.value.text) === bare(text)) return serial as CheckNumber
  }
  return undefined
}

/** A check that was seen: its number, or nothing where its line is not one of this account's or is not readable. */
export interface SeenCheck {
  readonly number?: CheckNumber
}
/**
 * Reads the foot of a check `width` mm wide, in a picture with so many dots to the inch. Undefined where no ink is:
 * a place that nothing was printed on carries no line.
 */
export function readFoot(
  foot: GreyImage,
  dpi: number,
  facts: AccountFacts,
  width: Mm,
): SeenCheck | undefined {
  const read = readMicr(foot, dpi, facts.micrShapes)
  if (!read.ok) return read.refusal.code === 'micr-none' ? undefined : {}
  const number = numberIn(read.value.text, facts, width)
  return number ? { number } : {}
}
