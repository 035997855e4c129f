import { z } from 'zod'
import { good, refuse, type Result } from '../base/result'
import { LAST_POSITION } from './place'
import { DASH, ON_US, TRANSIT, isMicr } from './symbols'

/**
 * How a bank wants its MICR line: parts, each right-aligned at a position counted from the right.
 * In `text`, `T` is the transit symbol, `O` on-us, `D` the dash, digits and spaces stand for themselves, and
 * `{routing}`, `{account}`, `{serial}` or `{serial:8}` (led by zeros to 8 digits) are filled in.
 */
export const micrPatternSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  name: z.string().min(1).max(60),
  parts: z.array(z.strictObject({
    at: z.number().int().min(1).max(LAST_POSITION),
    text: z.string().regex(/^(?:[TOD0-9 ]|\{routing\}|\{account\}|\{serial(?::(?:[1-9]|1[0-2]))?\})+$/, 'a part is made of T, O, D, digits, spaces, {routing}, {account} and {serial:8}'),
  })).min(1).max(8),
})
export type MicrPattern = z.infer<typeof micrPatternSchema>

/** US business check with an auxiliary on-us field: serial at 45 and up, transit 33-43, account and on-us symbol from 14 (ANSI X9.100-160). */
export const usBusiness: MicrPattern = {
  id: 'us-business', name: 'US business, serial in the auxiliary on-us field',
  parts: [{ at: 45, text: 'O{serial:6}O' }, { at: 33, text: 'T{routing}T' }, { at: 14, text: '{account}O' }],
}

export interface MicrFacts { readonly routing: string, readonly account: string, readonly serial: number }

/** The ready line: `text` from left to right, with its last character at position `last` and its first at `first`. */
export interface MicrLine { readonly text: string, readonly first: number, readonly last: number }

function filled(template: string, facts: MicrFacts): Result<string> {
  const account = facts.account.replaceAll('-', DASH)
  const bad = [...account].find(c => c !== ' ' && c !== DASH && !/\d/.test(c))
  if (bad) return refuse('micr-account', `the account number holds “${bad}”, which has no MICR character: digits, dashes and spaces only`, { field: 'account', value: facts.account })
  let tooLong: number | undefined
  const text = template.replaceAll(/T|O|D|\{(\w+)(?::(\d+))?\}/g, (token, what: string | undefined, digits: string | undefined) => {
    if (token === 'T') return TRANSIT
    if (token === 'O') return ON_US
    if (token === 'D') return DASH
    if (what === 'routing') return facts.routing
    if (what === 'account') return account
    if (digits && String(facts.serial).length > Number(digits)) tooLong = Number(digits)
    return String(facts.serial).padStart(Number(digits ?? 0), '0')
  })
  if (tooLong !== undefined) return refuse('micr-serial', `check number ${facts.serial} has more than the ${tooLong} digits of the MICR pattern`, { field: 'number', value: facts.serial, limit: tooLong })
  return good(text)
}

/**
 * Sets the pattern with the facts of one check on a check that holds `positions` positions.
 * Refused: parts that run into each other, past the left end or over the amount field (1-12), and characters that E-13B lacks.
 */
export function micrLine(pattern: MicrPattern, facts: MicrFacts, positions: number): Result<MicrLine> {
  const cells: (string | undefined)[] = []
  for (const part of pattern.parts) {
    const set = filled(part.text, facts)
    if (!set.ok) return set
    const chars = [...set.value].reverse()
    for (const [i, char] of chars.entries()) {
      const position = part.at + i
      if (char === ' ') continue
      if (!isMicr(char)) return refuse('micr-character', `“${char}” is not a MICR character`, { field: 'micr', value: char })
      if (position > positions) return refuse('micr-too-long', `the MICR line needs position ${position}, the check holds ${positions}`, { field: 'micr', value: position, limit: positions })
      if (position <= 12) return refuse('micr-amount-field', `position ${position} belongs to the amount, which the bank encodes`, { field: 'micr', value: position, limit: 12 })
      if (cells[position] !== undefined) return refuse('micr-overlap', `two parts of the MICR line meet at position ${position}`, { field: 'micr', value: position })
      cells[position] = char
    }
  }
  const used = cells.flatMap((c, i) => (c === undefined ? [] : [i]))
  const last = used[0] ?? 1
  const first = used.at(-1) ?? 1
  let text = ''
  for (let p = first; p >= last; p--) text += cells[p] ?? ' '
  return good({ text, first, last })
}
