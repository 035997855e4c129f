import { z } from '../base/schema'
import type { Country } from '../base/country'
import { good, refuse, type Result } from '../base/result'
import { LAST_POSITION } from './place'
import { codeParts } from './routing'
import { DASH, ON_US, TRANSIT, isMicr } from './symbols'

/** What a pattern may fill in, and what it is called. */
const tokenNames = {
  routing: 'routing number',
  transit: 'branch number',
  institution: 'institution number',
  sort: 'sort code',
  account: 'account number',
  part: 'account part',
  code: 'transaction code',
  serial: 'check number',
} as const
type Token = keyof typeof tokenNames

/**
 * How a bank wants its MICR line: parts, each right-aligned at a position counted from the right.
 * In `text`, `T` is the transit symbol, `O` on-us, `D` the dash, digits and spaces stand for themselves, and
 * `{routing}`, `{transit}`, `{institution}`, `{sort}`, `{account}`, `{part}`, `{code}`, `{serial}` or
 * `{serial:8}` (led by zeros to 8 digits) are filled in.
 */
export const micrPatternSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  name: z.string().min(1).max(60),
  parts: z
    .array(
      z.strictObject({
        at: z.number().int().min(1).max(LAST_POSITION),
        text: z
          .string()
          .regex(
            /^(?:[TOD0-9 ]|\{(?:routing|transit|institution|sort|account|part|code)\}|\{serial(?::(?:[1-9]|1[0-2]))?\})+$/,
            'A part can have T, O, D, digits, spaces and fields in braces such as {routing}, {account} or {serial:8}',
          ),
      }),
    )
    .min(1)
    .max(8),
})
export type MicrPattern = z.infer<typeof micrPatternSchema>
export type MicrPart = MicrPattern['parts'][number]

/**
 * US business check with an auxiliary on-us field: serial at 45 and up, transit 33-43, account and on-us
 * symbol from 14 (ANSI X9.100-160).
 */
export const usBusiness: MicrPattern = {
  id: 'us-business',
  name: 'US business, serial in the auxiliary on-us field',
  parts: [
    { at: 45, text: 'O{serial:6}O' },
    { at: 33, text: 'T{routing}T' },
    { at: 14, text: '{account}O' },
  ],
}

/**
 * Starting points by country. Canada by CPA 006; India by CTS-2010; United Kingdom by common use (positions
 * of the last two: check with the bank).
 */
export const micrPatterns: readonly { readonly country: Country; readonly pattern: MicrPattern }[] = [
  { country: 'US', pattern: usBusiness },
  {
    country: 'US',
    pattern: {
      id: 'us-six-inch',
      name: 'US 6 in check, serial in the on-us field',
      parts: [
        { at: 33, text: 'T{routing}T' },
        { at: 14, text: '{account}O{serial:5}' },
      ],
    },
  },
  {
    country: 'CA',
    pattern: {
      id: 'ca-business',
      name: 'Canada, CPA 006',
      parts: [
        { at: 45, text: 'O{serial:6}O' },
        { at: 33, text: 'T{transit}D{institution}T' },
        { at: 14, text: '{account}O' },
      ],
    },
  },
  {
    country: 'IN',
    pattern: {
      id: 'in-cts',
      name: 'India, CTS-2010',
      parts: [
        { at: 36, text: 'O{serial:6}O' },
        { at: 25, text: '{routing}T' },
        { at: 17, text: '{part}O' },
        { at: 14, text: '{code}' },
      ],
    },
  },
  {
    country: 'GB',
    pattern: {
      id: 'gb-common',
      name: 'United Kingdom',
      parts: [
        { at: 36, text: 'O{serial:6}O' },
        { at: 27, text: '{sort}T' },
        { at: 17, text: '{account}O' },
        { at: 14, text: '{code}' },
      ],
    },
  },
]

/**
 * What stands in the MICR line: the bank's code as kept, the account number with dashes and spaces as the
 * bank wants them, the number of the check.
 */
export interface MicrFacts {
  readonly country?: Country
  readonly routing: string
  readonly account: string
  readonly part?: string
  readonly code?: string
  readonly serial: number
}
/**
 * The ready line: `text` from left to right, with its last character at position `last` and its first at
 * `first`.
 */
export interface MicrLine {
  readonly text: string
  readonly first: number
  readonly last: number
}

const piece = /T|O|D|\{(\w+)(?::(\d+))?\}|[\d ]/g

function filled(template: string, facts: MicrFacts): Result<string> {
  const account = facts.account.replaceAll('-', DASH)
  const bad = [...account].find(c => c !== ' ' && c !== DASH && !/\d/.test(c))
  if (bad)
    return refuse(
      'micr-account',
      `The account number has “${bad}”, which is not a MICR character. Use digits, dashes and spaces only`,
      { field: 'account', value: facts.account },
    )
  const values: Record<Exclude<Token, 'serial'>, string> = {
    ...codeParts(facts.country ?? 'US', facts.routing),
    account,
    part: facts.part ?? '',
    code: facts.code ?? '',
  }
  let tooLong: number | undefined
  let empty: Token | undefined
  const text = template.replaceAll(piece, (token, what: Token | undefined, digits: string | undefined) => {
    if (token === 'T') return TRANSIT
    if (token === 'O') return ON_US
    if (token === 'D') return DASH
    if (!what) return token
    if (what !== 'serial') {
      if (!values[what]) empty ??= what
      return values[what]
    }
    if (digits && String(facts.serial).length > Number(digits)) tooLong = Number(digits)
    return String(facts.serial).padStart(Number(digits ?? 0), '0')
  })
  if (tooLong !== undefined)
    return refuse(
      'micr-serial',
      `Check number ${facts.serial} has more than the ${tooLong} digits the MICR pattern allows`,
      { field: 'number', value: facts.serial, limit: tooLong },
    )
  if (empty)
    return refuse('micr-blank', `The MICR pattern needs the ${tokenNames[empty]}, which is empty`, {
      field: empty,
    })
  return good(text)
}

/** One position of a line: what stands there, and which part of the pattern put it there. */
interface Cell {
  readonly char: string
  readonly part: number
}

/** Every position that the parts fill, by position; a refusal names the first thing that cannot be. */
function cells(pattern: MicrPattern, facts: MicrFacts, positions: number): Result<Map<number, Cell>> {
  const found = new Map<number, Cell>()
  for (const [index, part] of pattern.parts.entries()) {
    const set = filled(part.text, facts)
    if (!set.ok) return set
    for (const [i, char] of [...set.value].reverse().entries()) {
      const position = part.at + i
      if (char === ' ') continue
      if (!isMicr(char))
        return refuse('micr-character', `“${char}” is not a MICR character`, { field: 'micr', value: char })
      if (position > positions)
        return refuse(
          'micr-too-long',
          `The MICR line needs position ${position}, but the check has only ${positions}`,
          { field: 'micr', value: position, limit: positions },
        )
      if (position <= 12)
        return refuse(
          'micr-amount-field',
          `position ${position} belongs to the amount, which the bank encodes`,
          { field: 'micr', value: position, limit: 12 },
        )
      if (found.has(position))
        return refuse('micr-overlap', `Two parts of the MICR line overlap at position ${position}`, {
          field: 'micr',
          value: position,
        })
      found.set(position, { char, part: index })
    }
  }
  return good(found)
}

/**
 * Sets the pattern with the facts of one check on a check that holds `positions` positions.
 * Refused: parts that run into each other, past the left end or over the amount field (1-12), and characters
 * that E-13B lacks.
 */
export function micrLine(pattern: MicrPattern, facts: MicrFacts, positions: number): Result<MicrLine> {
  const set = cells(pattern, facts, positions)
  if (!set.ok) return set
  const used = [...set.value.keys()]
  const last = used.length ? Math.min(...used) : 1
  const first = used.length ? Math.max(...used) : 1
  let text = ''
  for (let p = first; p >= last; p--) text += set.value.get(p)?.char ?? ' '
  return good({ text, first, last })
}

/** The pieces of one part in words, from left to right: `transit symbol, routing number, transit symbol`. */
export function meaningOf(part: MicrPart): string {
  return [...part.text.matchAll(piece)]
    .map(([token, what, digits]) =>
      token === 'T'
        ? 'transit symbol'
        : token === 'O'
          ? 'on-us symbol'
          : token === 'D'
            ? 'dash'
            : token === ' '
              ? 'blank'
              : what
                ? `${tokenNames[what as Token]}${digits ? ` in ${digits} digits` : ''}`
                : `“${token}”`,
    )
    .join(', ')
}

/** One place of the ruler: its number, what stands there, which part put it there. */
export interface RulerPlace {
  readonly position: number
  readonly char: string
  readonly part: number | undefined
}

/**
 * Every position of the ruler from 65 down to 1, each part set for itself, so that a pattern still being made
 * can be seen; a place two parts claim shows the later one.
 */
export function micrRuler(pattern: MicrPattern, facts: MicrFacts): RulerPlace[] {
  const found = new Map<number, Cell>()
  pattern.parts.forEach((part, index) => {
    const set = filled(part.text, facts)
    const text = set.ok
      ? set.value
      : part.text.replaceAll(piece, (token, what: string | undefined) =>
          what ? '?' : token === 'T' ? TRANSIT : token === 'O' ? ON_US : token === 'D' ? DASH : token,
        )
    ;[...text].reverse().forEach((char, i) => {
      if (char !== ' ') found.set(part.at + i, { char, part: index })
    })
  })
  return Array.from({ length: LAST_POSITION }, (_, i) => LAST_POSITION - i).map(position => ({
    position,
    char: found.get(position)?.char ?? '',
    part: found.get(position)?.part,
  }))
}

/** The patterns that are offered for a country, the usual one first. */
export const patternsOf = (country: Country): MicrPattern[] =>
  micrPatterns.filter(p => p.country === country).map(p => p.pattern)
