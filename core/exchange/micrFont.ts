import { good, refuse, type Result } from '../base/result'
import { type Contour, UNITS_PER_PITCH } from '../micr/outlines'
import { illegible } from '../micr/legible'
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

type Chars = readonly (readonly [char: MicrCharacter, from: string])[]
type Glyphs = ReadonlyMap<MicrCharacter, Glyph | undefined>
type Glyph = ReturnType<typeof readFont>['glyf'][number]
type Shapes = Record<MicrCharacter, Contour[]>

const no = (code: string, text: string, value?: string): Result<never> =>
  refuse(code, text, { field: 'font', ...(value === undefined ? {} : { value }) })
const codeOf = (from: string): number => from.codePointAt(0) ?? 0

/** Which character of the font prints which of the line, each once. */
function charsOf(table: Readonly<Record<MicrCharacter, string>>): Result<Chars> {
  const chars = micrCharacters.map(c => [c, table[c]] as const)
  const blank = chars.find(([, from]) => [...from].length !== 1)
  if (blank) return no('font-table', 'every MICR character needs exactly one character of the font', blank[0])
  const twice = chars.find(([, from], i) => chars.findIndex(([, o]) => o === from) !== i)
  return twice ? no('font-table', `“${twice[1]}” is used for two MICR characters`, twice[1]) : good(chars)
}

function glyphsOf(bytes: Uint8Array, chars: Chars): Result<Glyphs> {
  if (bytes.length > MOST_FONT_BYTES) {
    const size = `The file is ${Math.round(bytes.length / 1000)} kB. The limit is ${MOST_FONT_BYTES / 1000} kB`
    return no('font-large', `the font file has ${size}`)
  }
  const signature = [...bytes.slice(0, 4)].map(b => String.fromCharCode(b)).join('')
  if (signature !== 'OTTO' && signature !== 'true' && signature !== '\0\x01\0\0')
    return no('font-kind', 'the file is not a TrueType or OpenType font')
  try {
    const { glyf } = readFont(
      bytes,
      chars.map(([, from]) => codeOf(from)),
    )
    return good(new Map(chars.map(([c, from]) => [c, glyf.find(g => g.unicode?.includes(codeOf(from)))])))
  } catch (error) {
    return no('font-broken', `the font file cannot be read: ${(error as Error).message}`)
  }
}

/** The width that all characters share. */
function pitchOf(chars: Chars, glyphs: Glyphs): Result<number> {
  const missing = chars.find(([c]) => !glyphs.get(c)?.contours?.length)
  if (missing) {
    const [char, from] = missing
    return no('font-glyph-missing', `The font has no character “${from}” for ${nameOf(char)}`, from)
  }
  const widthOf = (c: MicrCharacter): number => glyphs.get(c)?.advanceWidth ?? 0
  const pitch = widthOf('0')
  if (pitch <= 0) return no('font-pitch', 'The character spacing is wrong: the digit 0 has no width')
  const uneven = chars.find(([c]) => Math.abs(widthOf(c) - pitch) > pitch * 0.01)?.[0]
  if (!uneven) return good(pitch)
  const difference = `${nameOf(uneven)} is ${widthOf(uneven)} wide, the digit 0 is ${pitch}`
  return no('font-pitch', `The character spacing is wrong: ${difference}`)
}

function shapesOf(glyphs: Glyphs, pitch: number): Shapes {
  const scale = UNITS_PER_PITCH / pitch
  const shapes = {} as Shapes
  for (const [c, glyph] of glyphs)
    shapes[c] = (glyph?.contours ?? []).map(ring =>
      ring.map(p => ({ x: Math.round(p.x * scale), y: Math.round(p.y * scale), on: p.onCurve })),
    )
  return shapes
}

/** Refuses digits too high or too low for their pitch, and ink wider than its position. */
function inProportion(shapes: Shapes): Result<true> {
  const ys = shapes['0'].flat().map(p => p.y)
  const high = (Math.max(...ys) - Math.min(...ys)) / UNITS_PER_PITCH
  if (Math.abs(high - DIGIT_HEIGHT) > NEAR)
    return no(
      'font-proportion',
      `The character spacing is wrong: at 8 characters per inch the digit 0 would be ${(high * 0.125).toFixed(3)} in high, and it should be 0.117 in`,
    )
  const wide = micrCharacters.find(c => {
    const xs = shapes[c].flat().map(p => p.x)
    return Math.min(...xs) < -5 || Math.max(...xs) > UNITS_PER_PITCH + 5
  })
  return wide ? no('font-wide', `${nameOf(wide)} reaches out of its position`, wide) : good(true)
}

/**
 * Every character set to the right of its position, as the standard counts it, by what the widest leaves free;
 * the digits on the line.
 */
function placed(shapes: Shapes): Shapes {
  const right = Math.max(...micrCharacters.flatMap(c => shapes[c].flat().map(p => p.x)))
  const foot = Math.min(...shapes['0'].flat().map(p => p.y))
  const moved = (ring: Contour): Contour =>
    ring.map(p => ({ ...p, x: p.x + UNITS_PER_PITCH - right, y: p.y - foot }))
  return Object.fromEntries(micrCharacters.map(c => [c, shapes[c].map(moved)])) as unknown as Shapes
}

/**
 * Takes the shapes of a MICR line from a bank's font file (TrueType or OpenType). `table` says which
 * character of the font prints which MICR character. Refused with the reason: not a font, a character
 * missing or empty, characters of unequal width (the pitch would not be even), digits too high or too low
 * for their pitch, ink wider than its position, a character that is not read back as what it is.
 */
export function micrFont(
  bytes: Uint8Array,
  name: string,
  table: Readonly<Record<MicrCharacter, string>>,
): Result<MicrShapes> {
  const chars = charsOf(table)
  if (!chars.ok) return chars
  const glyphs = glyphsOf(bytes, chars.value)
  if (!glyphs.ok) return glyphs
  const pitch = pitchOf(chars.value, glyphs.value)
  if (!pitch.ok) return pitch
  const shapes = shapesOf(glyphs.value, pitch.value)
  const fits = inProportion(shapes)
  if (!fits.ok) return fits
  const made: MicrShapes = { name: name.slice(0, 80), contours: placed(shapes) }
  const unread = illegible(made)
  return unread.length
    ? no(
        'font-illegible',
        `Our reader cannot tell ${unread.map(nameOf).join(', ')} from other characters. Check which font character prints which MICR character.`,
        unread[0],
      )
    : good(made)
}

const names: Readonly<Partial<Record<MicrCharacter, string>>> = {
  [TRANSIT]: 'the transit symbol',
  [AMOUNT]: 'the amount symbol',
  [ON_US]: 'the on-us symbol',
  [DASH]: 'the dash',
}
/** What a MICR character is called in a sentence. */
export const nameOf = (c: MicrCharacter): string => names[c] ?? `the digit ${c}`
