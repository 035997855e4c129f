import type { Country } from '../base/country'
import type { Refusal } from '../base/result'
import { sentence } from '../base/sentence'
import { micrLine, type MicrFacts, type MicrPattern } from './pattern'
import { bankCode } from './routing'
import { DASH, TRANSIT } from './symbols'

/** A finding about a MICR pattern: `error` keeps an account from printing, `warning` wants a look. */
export interface MicrFinding extends Refusal {
  readonly severity: 'error' | 'warning'
}

/**
 * Fields of the line that the standard names, by positions from the right (ANSI X9.100-160; CPA 006 uses the
 * same).
 */
export const micrZones = [
  { name: 'Amount, encoded by the bank', from: 1, to: 12 },
  { name: 'Blank', from: 13, to: 13 },
  { name: 'On-us', from: 14, to: 31 },
  { name: 'Blank', from: 32, to: 32 },
  { name: 'Transit', from: 33, to: 43 },
  { name: 'External processing code', from: 44, to: 44 },
  { name: 'Auxiliary on-us', from: 45, to: 65 },
] as const

/**
 * The transit field must stand between its symbols at 33 and 43, the bank's code at 34 to 42: says what of it
 * is missing or stands elsewhere.
 */
function transitFindings(at: (position: number) => string, country: 'US' | 'CA'): MicrFinding[] {
  const wrong = (text: string, value: number): MicrFinding => ({
    severity: 'error',
    code: 'micr-transit',
    text,
    field: 'micr',
    value,
  })
  const found = (
    [
      [33, 'closes'],
      [43, 'opens'],
    ] as const
  )
    .filter(([position]) => at(position) !== TRANSIT)
    .map(([position, does]) =>
      wrong(
        `The transit symbol that ${does} the transit field is missing. It belongs at position ${position}`,
        position,
      ),
    )
  const digits = Array.from({ length: 9 }, (_, i) => at(42 - i)).join('')
  const meant = country === 'US' ? /^\d{9}$/ : new RegExp(`^\\d{5}\\${DASH}\\d{3}$`)
  if (!meant.test(digits))
    found.push(
      wrong(
        digits.trim() === ''
          ? 'The transit field (34 to 42) is empty. The bank’s code belongs there'
          : `The transit field (34 to 42) must have the bank’s code: ${country === 'US' ? 'nine digits' : 'five digits, a dash, three digits'}`,
        34,
      ),
    )
  return found
}

const noSerial: MicrFinding = {
  severity: 'warning',
  code: 'micr-no-serial',
  text: 'The check number is not in the MICR line',
  field: 'micr',
}
/** Positions of a United States or Canadian line that must be blank, and what is said where one is not. */
const blanks: readonly (MicrFinding & { readonly value: number })[] = [
  {
    severity: 'error',
    code: 'micr-on-us-full',
    text: 'The on-us field is full. Position 32 must stay blank',
    field: 'account',
    value: 32,
  },
  {
    severity: 'error',
    code: 'micr-blank-13',
    text: 'position 13 must stay blank',
    field: 'micr',
    value: 13,
  },
  {
    severity: 'warning',
    code: 'micr-epc',
    text: 'Position 44 is the external processing code. Leave it blank unless the bank asks for it',
    field: 'micr',
    value: 44,
  },
]
const [ON_US_FIRST, ON_US_LAST] = [14, 31]

/** What is wrong around the on-us field. `at` gives the character at a position, counted from the right. */
function onUsFindings(at: (position: number) => string): MicrFinding[] {
  const held = Array.from({ length: ON_US_LAST - ON_US_FIRST + 1 }, (_, i) => at(ON_US_FIRST + i))
  const filled = blanks.filter(b => at(b.value) !== ' ')
  if (held.some(c => c !== ' ')) return filled
  return [
    ...filled,
    {
      severity: 'error',
      code: 'micr-on-us-empty',
      text: 'The on-us field (14 to 31) is empty. The account number belongs there',
      field: 'account',
    },
  ]
}

/**
 * What is wrong, or may be, with a pattern for an account on a check that holds `positions` positions, whose
 * number book ends at
 * `highest`: the bank's code, parts that meet or reach too far, fields of the standard filled where they must
 * be blank, too few digits.
 */
export const micrFindings = (
  pattern: MicrPattern,
  facts: Omit<MicrFacts, 'serial'>,
  positions: number,
  highest: number,
): MicrFinding[] =>
  findingsOf(pattern, facts, positions, highest).map(f => ({ ...f, text: sentence(f.text) }))
function findingsOf(
  pattern: MicrPattern,
  facts: Omit<MicrFacts, 'serial'>,
  positions: number,
  highest: number,
): MicrFinding[] {
  const country: Country = facts.country ?? 'US'
  const code = bankCode(country, facts.routing)
  if (!code.ok) return [{ severity: 'error', ...code.refusal }]
  const line = micrLine(pattern, { ...facts, serial: highest }, positions)
  if (!line.ok) {
    if (line.refusal.code === 'micr-serial')
      return [
        {
          ...line.refusal,
          severity: 'error',
          text: `The number book ends at ${highest}, but the pattern has only ${line.refusal.limit} digits for the check number`,
        },
      ]
    return [{ severity: 'error', ...line.refusal }]
  }
  const at = (position: number): string => [...line.value.text][line.value.first - position] ?? ' '
  return [
    ...(pattern.parts.some(p => p.text.includes('{serial')) ? [] : [noSerial]),
    ...(country === 'US' || country === 'CA' ? [...transitFindings(at, country), ...onUsFindings(at)] : []),
  ]
}
