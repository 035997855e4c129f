import { good, refuse, type Result } from '../base/result'
import { asSet, missingLetter, unprintable } from './face'

const MOST_LINES = 6
const MOST_LETTERS = 80

/** Composed letters (NFC) and single spaces. */
const tidy = (text: string): string => asSet(text).trim().replaceAll(/\s+/g, ' ')

/**
 * The one gate for words that print: composed letters (NFC), single spaces, no more than `most` of them.
 * Refused at the field: too long, or a letter that cannot be printed, which the sentence names.
 */
export function printable(text: string, field: string, most = MOST_LETTERS): Result<string> {
  const t = tidy(text)
  if (t.length > most)
    return refuse('text-too-long', `Enter at most ${most} characters (now ${t.length})`, {
      field,
      value: t.length,
      limit: most,
    })
  const letter = unprintable(t)
  if (letter !== undefined)
    return refuse('letter-unprintable', missingLetter(letter), { field, value: letter })
  return good(t)
}

/** An address as it may be printed: at most six lines, blank ones left out. */
export function addressLines(lines: readonly string[], field = 'address'): Result<string[]> {
  const read: string[] = []
  for (const line of lines) {
    const checked = printable(line, field)
    if (!checked.ok) return checked
    if (checked.value) read.push(checked.value)
  }
  if (read.length > MOST_LINES)
    return refuse('address-lines', `An address can have at most ${MOST_LINES} lines`, {
      field,
      value: read.length,
      limit: MOST_LINES,
    })
  return good(read)
}

/** A payee's name as it may be printed; a blank one is refused. */
export function payeeName(text: string, field: string): Result<string> {
  const name = printable(text, field)
  return name.ok && !name.value ? refuse('payee-blank', 'Enter the payee', { field }) : name
}

/** Whether two names are one and the same payee's: case and spaces do not tell payees apart. */
export const sameName = (a: string, b: string): boolean => nameKey(a) === nameKey(b)
/** Under what one payee's names stand together: case and spaces do not tell payees apart. */
export const nameKey = (name: string): string => tidy(name).toLowerCase()
