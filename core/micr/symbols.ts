/**
 * The characters of the MICR line. Symbols by their use: Unicode's names of the last two are swapped relative
 * to it.
 */
export const TRANSIT = '\u2446'
/** Stands on both sides of the amount, which the bank encodes. */
export const AMOUNT = '\u2447'
/** Stands around what only the paying bank reads: account and number. */
export const ON_US = '\u2448'
/** Parts groups of digits. */
export const DASH = '\u2449'

/** The fourteen characters of E-13B, with the code points of Unicode. */
export const micrCharacters = [
  '0',
  '1',
  '2',
  '3',
  '4',
  '5',
  '6',
  '7',
  '8',
  '9',
  TRANSIT,
  AMOUNT,
  ON_US,
  DASH,
] as const
export type MicrCharacter = (typeof micrCharacters)[number]

/** Whether a character is one of the fourteen of E-13B. */
export const isMicr = (char: string): char is MicrCharacter =>
  (micrCharacters as readonly string[]).includes(char)
