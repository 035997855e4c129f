import { daysBetween, dayText, type PlainDate } from '../base/dates'
import { nameKey } from '../faces/texts'
import { figures } from '../money/figures'
import { cents } from '../money/cents'
import type { NumberRow } from '../numbers/book'
import { STALE_DAYS } from './staleDays'
import type { IncomingLine } from './bankLine'

/** Why a line of the bank is not simply a check of ours that was paid. */
type ReasonKind =
  | 'no number'
  | 'unknown number'
  | 'never issued'
  | 'not counted off'
  | 'spoiled'
  | 'voided'
  | 'stopped'
  | 'paid twice'
  | 'money in'
  | 'amount differs'
  | 'payee differs'
  | 'stale'
/** Why a bank line was not matched by itself, in words, with the check or the sum that it is about. */
export interface Reason {
  readonly kind: ReasonKind
  readonly text: string
}
/** What our books say of the number that a line of the bank names. */
export interface NumberKnown {
  /** Whether a number book of the account has it. */
  readonly isInBook: boolean
  /** Its row; undefined where nothing ever happened to it. */
  readonly row: NumberRow | undefined
}

/** What the bank did with a check, as the reasons say it. */
interface Wording {
  readonly it: string
  readonly amount: string
  readonly payee: string
}
/** Of a line of a statement. */
const paid: Wording = {
  ...{ it: 'the bank paid it', amount: 'The bank paid', payee: 'The bank says it paid' },
}
/** Of a check that the bank asks about. */
export const presented: Wording = {
  it: 'it was presented to the bank',
  amount: 'It was presented for',
  payee: 'It was presented as a check to',
}

/** Whether one amount is the other with two neighbouring digits swapped, both in minor units. */
export function isSwapped(a: number, b: number): boolean {
  const [x, y] = [Math.abs(a), Math.abs(b)].map(n => String(n).padStart(12, '0')) as [string, string]
  const off = [...x].flatMap((digit, i) => (digit === y[i] ? [] : [i]))
  const [first, second] = off
  return (
    off.length === 2 &&
    first !== undefined &&
    second === first + 1 &&
    x[first] === y[second] &&
    x[second] === y[first]
  )
}

/** By how much the bank's amount differs from the check's, in words. */
function differenceText(paid: number, ours: number, sign: string, { amount }: Wording): string {
  const by = figures(cents(Math.abs(paid - ours)), { sign })
  const how = `${by} ${paid > ours ? 'more' : 'less'}`
  const text = `${amount} ${figures(cents(paid), { sign })}, the check is for ${figures(cents(ours), { sign })}: ${how}.`
  return isSwapped(paid, ours) ? `${text} Two digits are swapped.` : text
}

/** Why a number cannot have been paid by the bank, by its fate; undefined where it can. */
function reasonOfFate({ number }: IncomingLine, { row }: NumberKnown, { it }: Wording): Reason | undefined {
  const fate = row?.fate ?? 'unused'
  const day = row?.at ? ` on ${dayText(row.at.slice(0, 10) as PlainDate)}` : ''
  switch (fate) {
    case 'issued':
      return undefined
    case 'on paper':
      return { kind: 'not counted off', text: `Check ${number} is printed, but not counted off yet.` }
    case 'cleared':
      return {
        kind: 'paid twice',
        text: `Check ${number} was already ${row?.life.at(-1)?.why ?? 'cleared'}.`,
      }
    case 'stopped':
      return {
        kind: fate,
        text: `Payment of check ${number} was stopped${day}, but ${it}.`,
      }
    case 'spoiled':
    case 'voided':
      return { kind: fate, text: `Check ${number} was ${fate}${day}, but ${it}.` }
    default:
      return {
        kind: 'never issued',
        text: `Check ${number} was never issued: it is ${fate}. It may be forged.`,
      }
  }
}

/** Why a check that can have been paid is not simply that check; undefined where everything agrees. */
function reasonOfCheck(
  line: IncomingLine,
  row: NumberRow,
  sign: string,
  wording: Wording,
): Reason | undefined {
  const { check } = row
  if (!check) return { kind: 'never issued', text: `Number ${line.number} carries no check.` }
  if (check.amount !== -line.amount)
    return { kind: 'amount differs', text: differenceText(-line.amount, check.amount, sign, wording) }
  if (line.payee && nameKey(line.payee) !== nameKey(check.payee))
    return {
      kind: 'payee differs',
      text: `${wording.payee} ${line.payee}, the check is to ${check.payee}.`,
    }
  if (daysBetween(check.date, line.date) > STALE_DAYS)
    return {
      kind: 'stale',
      text: `The check is dated ${dayText(check.date)}, more than ${STALE_DAYS} days before ${wording.it}.`,
    }
  return undefined
}

/**
 * Why a line of the bank must be looked at; undefined where number, amount and account are those of an issued
 * check, and nothing speaks against it. Money is in minor units; `sign` is that of the currency, for the text.
 */
export function findReason(
  line: IncomingLine,
  known: NumberKnown,
  sign: string,
  wording: Wording = paid,
): Reason | undefined {
  if (line.number === undefined)
    return {
      kind: 'no number',
      text: line.amount > 0 ? 'Money in without a match.' : 'Money out without a check number.',
    }
  if (line.amount > 0)
    return {
      kind: 'money in',
      text: `The bank credited check ${line.number}: it may have been returned or corrected.`,
    }
  if (!known.isInBook)
    return {
      kind: 'unknown number',
      text: `No number book of this account has ${line.number}. It may be forged.`,
    }
  const byFate = reasonOfFate(line, known, wording)
  return byFate ?? (known.row && reasonOfCheck(line, known.row, sign, wording))
}
