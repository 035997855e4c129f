import { good, refuse, type Result } from '../base/result'
import type { Contour } from '../micr/outlines'
import { UNITS_PER_PITCH } from '../micr/outlines'
import type { MicrShapes } from '../micr/shapes'
import { AMOUNT, DASH, micrCharacters, ON_US, TRANSIT, type MicrCharacter } from '../micr/symbols'
import { readFont } from '../render/ttf'

/**
 * Which character of the font file prints which MICR character; digits as themselves, the symbols as fonts
 * commonly have them.
 */
export const usualTable: Readonly<Record<MicrCharacter, string>> = {
  ...Object.fromEntries(micrCharacters.slice(0, 10).map(d => [d, d])),
  [TRANSIT]: 'A',
  [AMOUNT]: 'B',
  [ON_US]: 'C',
  [DASH]: 'D',
} as Record<MicrCharacter, string>
const MOST_FONT_BYTES = 2_000_000

/** Height of a digit as a share of the pitch: 0.117 in over 0.125 in (ANSI X9.27). */
const DIGIT_HEIGHT = 0.117 / 0.125
const NEAR = 0.08

/**
 * Takes the shapes of a MICR line from a bank's font file (TrueType or OpenType). `table` says which
 * character of the font prints which
 * MICR character. Refused with the reason: not a font, a character missing or empty, characters of unequal
 * width (the pitch would not be
 * even), digits too high or too low for their pitch, ink wider than its position.
 */
export function micrFont(
  bytes: Uint8Array,
  name: string,
  table: Readonly<Record<MicrCharacter, string>>,
): Result<MicrShapes> {
  const no = (code: string, text: string, value?: string): Result<MicrShapes> =>
    refuse(code, text, { field: 'font', ...(value === undefined ? {} : { value }) })
  if (bytes.length > MOST_FONT_BYTES)
    return no(
      'font-large',
      `the font file has ${Math.round(bytes.length / 1000)} kB: at most ${MOST_FONT_BYTES / 1000} kB`,
    )
  const signature = [...bytes.slice(0, 4)].map(b => String.fromCharCode(b)).join('')
  if (signature !== 'OTTO' && signature !== 'true' && signature !== '\0\x01\0\0')
    return no('font-kind', 'the file is not a TrueType or OpenType font')
  const chars = micrCharacters.map(c => [c, table[c]] as const)
  const blank = chars.find(([, from]) => [...from].length !== 1)
  if (blank) return no('font-table', 'every MICR character needs exactly one character of the font', blank[0])
  const twice = chars.find(([, from], i) => chars.findIndex(([, o]) => o === from) !== i)
  if (twice) return no('font-table', `“${twice[1]}” stands for two MICR characters`, twice[1])
  let font
  try {
    font = readFont(
      bytes,
      chars.map(([, from]) => from.codePointAt(0) ?? 0),
    )
  } catch (error) {
    return no('font-broken', `the font file cannot be read: ${(error as Error).message}`)
  }
  const glyphs = new Map(
    chars.map(([c, from]) => [c, font.glyf.find(g => g.unicode?.includes(from.codePointAt(0) ?? 0))]),
  )
  const missing = chars.find(([c]) => !glyphs.get(c)?.contours?.length)
  if (missing)
    return no(
      'font-glyph-missing',
      `the font has nothing at “${missing[1]}”, which is to print ${nameOf(missing[0])}`,
      missing[1],
    )
  const advance = glyphs.get('0')?.advanceWidth ?? 0
  const uneven = chars.find(([c]) => Math.abs((glyphs.get(c)?.advanceWidth ?? 0) - advance) > advance * 0.01)
  if (advance <= 0 || uneven)
    return no(
      'font-pitch',
      `the pitch does not fit: ${uneven ? `${nameOf(uneven[0])} is ${glyphs.get(uneven[0])?.advanceWidth} wide, the digit 0 is ${advance}` : 'the digit 0 has no width'}`,
    )
  const scale = UNITS_PER_PITCH / advance
  const contours = {} as Record<MicrCharacter, Contour[]>
  for (const [c] of chars)
    contours[c] = (glyphs.get(c)?.contours ?? []).map(ring =>
      ring.map(p => ({ x: Math.round(p.x * scale), y: Math.round(p.y * scale), on: p.onCurve })),
    )
  const ys = contours['0'].flat().map(p => p.y)
  const high = (Math.max(...ys) - Math.min(...ys)) / UNITS_PER_PITCH
  if (Math.abs(high - DIGIT_HEIGHT) > NEAR)
    return no(
      'font-proportion',
      `the pitch does not fit: at 8 characters to the inch the digit 0 would be ${(high * 0.125).toFixed(3)} in high, it should be 0.117 in`,
    )
  for (const c of micrCharacters) {
    const xs = contours[c].flat().map(p => p.x)
    if (Math.min(...xs) < -5 || Math.max(...xs) > UNITS_PER_PITCH + 5)
      return no('font-wide', `${nameOf(c)} reaches out of its position`, c)
  }
  // Every character is set to the right of its position, as the standard counts it, by what the widest leaves
  // free.
  const right = Math.max(...micrCharacters.flatMap(c => contours[c].flat().map(p => p.x)))
  const foot = Math.min(...ys)
  const moved = Object.fromEntries(
    micrCharacters.map(c => [
      c,
      contours[c].map(ring => ring.map(p => ({ ...p, x: p.x + UNITS_PER_PITCH - right, y: p.y - foot }))),
    ]),
  ) as unknown as Record<MicrCharacter, Contour[]>
  return good({ name: name.slice(0, 80), contours: moved })
}

/** What a MICR character is called in a sentence. */
export const nameOf = (c: MicrCharacter): string =>
  c === TRANSIT
    ? 'the transit symbol'
    : c === AMOUNT
      ? 'the amount symbol'
      : c === ON_US
        ? 'the on-us symbol'
        : c === DASH
          ? 'the dash'
          : `the digit ${c}`
