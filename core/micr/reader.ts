import { good, refuse, type Result } from '../base/result'
import { MOST_UNEXPLAINED, unexplained, type ReadPlace } from './damage'
import { darkness, darkOfGrey, inkPart, rowsOf, type GreyImage } from './darkness'
import { CELLS, COLS, PITCH_IN, ROWS } from './grid'
import { likeness, templatesOf, type Template } from './likeness'
import { levelStrip, pitchOf, tiltOf, type Strip } from './lineGeometry'
import { ownShapes, type MicrShapes } from './shapes'

/**
 * What was read: the line from left to right with its blanks, how sure each character is (0 to 1), and where
 * it lies in the image.
 */
export interface MicrReading {
  readonly text: string
  readonly confidence: readonly number[]
  /** Pixels of one position, and degrees the line climbs to the right. */
  readonly pitch: number
  readonly tilt: number
  /** Right edge of the last character and lower edge of the line there, in pixels. */
  readonly right: number
  readonly foot: number
}

/**
 * The least likeness (correlation) of a character to its drawing, and its lead over the next best, for it to
 * count as read.
 */
const LEAST_LIKENESS = 0.62
const LEAST_LEAD = 0.09
/** Pixels over which ink is spread by the averaging over neighbours and the reading between pixels. */
const BLUR = 4
/**
 * White wanted before and behind the line, in positions: less than it, a narrow character may have been cut
 * off unseen.
 */
const QUIET_LEFT = 0.75
const QUIET_RIGHT = 0.8
/** White kept around the ink, in positions: more than is wanted at its ends. */
const WHITE_AROUND = 2
/** Ink in a position, as a share of its area, below which it is blank. */
const BLANK = 0.045

/** Where a character is looked for around its nominal place, in pixels, nearest first. */
const nearby = [0, -0.5, 0.5, -1, 1, -1.5, 1.5]
  .flatMap(dx => [0, -0.5, 0.5, -1, 1].map(dy => [dx, dy] as const))
  .sort((a, b) => Math.hypot(...a) - Math.hypot(...b))

/** A point of an image, from its upper left. */
export interface Point {
  readonly x: number
  readonly y: number
}
/**
 * Where a line is thought to lie: its feet from the left edge of its first position to the right edge of its
 * last, in pixels of the image.
 */
export interface LineGuess {
  readonly from: Point
  readonly to: Point
  readonly positions: number
}

const noLine = (): Result<never> =>
  refuse('micr-none', 'there is no MICR line in the picture', { field: 'micr' })

/**
 * Reads the MICR line in an image of a check's foot (its clear band, or a scan of it) made at about `dpi`
 * dots to the inch: finds tilt, height, pitch, then compares each position with the shapes it was printed
 * in. Up to 3 degrees of turn and
 * 3.5 % of stretch are found by itself.
 * With a `guess` of where it lies, that is tried first, and counts only if every character there is read
 * for sure. Refused rather than guessed: no line there, or a character that is not surely one (`value` is
 * what was read, with ? for it).
 */
export function readMicr(
  image: GreyImage,
  dpi: number,
  shapes: MicrShapes = ownShapes,
  guess?: LineGuess,
): Result<MicrReading> {
  if (image.data.length !== image.w * image.h)
    throw new RangeError(
      `an image of ${image.w} x ${image.h} has ${image.w * image.h} pixels, not ${image.data.length}`,
    )
  const templates = templatesOf(shapes)
  const there = guess && readWhereGuessed(image, templates, guess)
  if (there?.ok) return there
  const darkOf = darkOfGrey(image)
  const part = inkPart(image, darkOf, Math.ceil(dpi * PITCH_IN * WHITE_AROUND))
  if (!part) return noLine()
  const dark = darkness(part, darkOf)
  const place = locate(part, dark, dpi)
  if (!place) return noLine()
  const strip = levelStrip(dark, part, place.tilt, place.foot, (dpi * PITCH_IN) / CELLS)
  const ends = endsOf(strip)
  if (!ends) return noLine()
  return within(
    part,
    readStrip(
      strip,
      { ...place, ...ends, ...pitchOf(strip, dpi, ends.from, ends.to) },
      strip.margin,
      templates,
    ),
  )
}

/** What was read in a part of the image, told in pixels of the whole. */
const within = (part: { x: number; y: number }, read: Result<MicrReading>): Result<MicrReading> =>
  read.ok ? good({ ...read.value, right: read.value.right + part.x, foot: read.value.foot + part.y }) : read

/**
 * Pixels by which the foot may lie off its guess: more than a finished page is ever off, less than another
 * row of cells.
 */
const GUESS_ROOM = 2

/** The same where the line is thought to lie: nothing is searched for but the last pixel. */
function readWhereGuessed(
  image: GreyImage,
  templates: readonly Template[],
  { from, to, positions }: LineGuess,
): Result<MicrReading> {
  const pitch = (to.x - from.x) / positions
  const cell = pitch / CELLS
  const slope = (from.y - to.y) / (to.x - from.x)
  const room = Math.ceil(cell * 3)
  const rows = rowsOf(image, Math.min(from.y, to.y) - ROWS * cell - room, Math.max(from.y, to.y) + room)
  const darkOf = darkOfGrey(rows)
  const inked = inkPart(rows, darkOf, Math.ceil(pitch * WHITE_AROUND))
  if (!inked) return noLine()
  const part = { ...inked, y: inked.y + rows.y }
  const dark = darkness(part, darkOf)
  const right = to.x - part.x
  const [tilt, foot] = [(Math.atan(slope) * 180) / Math.PI, to.y - part.y + slope * right]
  const strip = levelStrip(dark, part, tilt, foot, cell)
  const ends = endsOf(strip)
  return ends
    ? within(part, readStrip(strip, { tilt, foot, ...ends, pitch, right }, GUESS_ROOM, templates))
    : noLine()
}

/**
 * The tilt of the line, and the row of its foot at the left edge of the image: where the window of the
 * characters' height holds the most ink.
 */
function locate(
  image: GreyImage,
  dark: Float32Array,
  dpi: number,
): { tilt: number; foot: number } | undefined {
  let count = 0
  for (let i = 0; i < dark.length; i++) if (dark[i]! > 0.5) count++
  const cell = (dpi * PITCH_IN) / CELLS
  if (count < cell * cell * 12) return undefined
  const [xs, ys] = [new Int32Array(count), new Int32Array(count)]
  for (let y = 0, i = 0, n = 0; y < image.h; y++)
    for (let x = 0; x < image.w; x++, i++)
      if (dark[i]! > 0.5) {
        xs[n] = x
        ys[n++] = y
      }
  const tilt = tiltOf(xs, ys, image.h, image.w)
  const slope = Math.tan((tilt * Math.PI) / 180)
  const shift = Math.ceil(Math.abs(slope) * image.w) + 1
  const rows = new Float64Array(image.h + 2 * shift + 2)
  for (let i = 0; i < count; i++) rows[Math.round(ys[i]! + slope * xs[i]! + shift)]!++
  const high = Math.round(cell * ROWS)
  let [band, most, sum] = [0, -1, 0]
  for (let i = 0; i < rows.length; i++) {
    sum += rows[i]! - (rows[i - high] ?? 0)
    if (sum > most) {
      most = sum
      band = i
    }
  }
  return { tilt, foot: band - shift + 1 }
}

/** The first and last column of the strip with ink of more than a cell's height. */
function endsOf(strip: Strip): { from: number; to: number } | undefined {
  let [from, to] = [strip.w, 0]
  const columns = new Uint16Array(strip.w)
  for (let v = strip.margin; v < strip.h - strip.margin; v++)
    for (let u = 0, i = v * strip.w; u < strip.w; u++, i++) if (strip.data[i]! > 0.5) columns[u]!++
  for (let u = 0; u < strip.w; u++)
    if (columns[u]! > strip.cell) {
      from = Math.min(from, u)
      to = Math.max(to, u)
    }
  return to > from ? { from, to } : undefined
}

/**
 * What is known of a line before its characters are: its tilt and foot, where its ink begins and ends, its
 * pitch, the right edge of a position.
 */
interface Known {
  readonly tilt: number
  readonly foot: number
  readonly from: number
  readonly to: number
  readonly pitch: number
  readonly right: number
}

/** Where characters may stand in a strip, how much ink is there, and what is too little to be one. */
interface Cells {
  readonly places: readonly number[]
  readonly inked: readonly number[]
  readonly noise: number
}

/** Mean darkness of a character's place, told by its right edge in pixels. */
function inkIn(strip: Strip, right: number, cell: number): number {
  const [left, end] = [Math.max(0, Math.round(right - COLS * cell)), Math.min(strip.w, Math.round(right))]
  let [s, n] = [0, 0]
  for (let v = strip.margin; v < strip.h - strip.margin; v++)
    for (let u = left; u < end; u++) {
      s += strip.data[v * strip.w + u]!
      n++
    }
  return n ? s / n : 0
}

function cellsOf(strip: Strip, { from, to, pitch, right }: Known): Cells {
  const cell = pitch / CELLS
  const places: number[] = []
  for (let r = right + Math.floor((from - right) / pitch) * pitch; r < to + pitch; r += pitch)
    if (r > from + cell * 0.5 && r - COLS * cell < to - cell * 0.5) places.push(r)
  const inked = places.map(r => inkIn(strip, r, cell))
  const level = inked.filter(v => v > BLANK * 2).sort((a, b) => a - b)
  return { places, inked, noise: Math.min(BLANK, (level[0] ?? 0.3) * 0.5) }
}

/**
 * Where the foot of the line lies, in pixels of the strip: found for the line as a whole, from the first
 * dozen characters.
 */
function footOf(
  strip: Strip,
  { places, inked, noise }: Cells,
  pitch: number,
  room: number,
  see: Seeing,
): number {
  const foot0 = strip.h - strip.margin
  const sure = places.filter((_, i) => inked[i]! > noise * 2).slice(0, 12)
  let [foot, top] = [foot0, -Infinity]
  for (let dy = -room; dy <= room; dy += 0.5) {
    let s = 0
    for (const r of sure) s += likeness(strip, r, foot0 + dy, pitch, see.values, see.templates).score
    if (s > top) {
      top = s
      foot = foot0 + dy
    }
  }
  return foot
}

/** What a place is compared with, and room for its values. */
interface Seeing {
  readonly values: Float32Array
  readonly templates: readonly Template[]
}
/** A place as it was read: `?` where it is not sure. */
interface CharacterRead {
  readonly char: string
  readonly confidence: number
  readonly place: ReadPlace
}

/** Reads one place, looking around it for the best likeness. */
function readCharacter(
  strip: Strip,
  right: number,
  foot: number,
  pitch: number,
  { values, templates }: Seeing,
): CharacterRead {
  let found = { best: -1, score: -2, second: -2 }
  let at = { right, foot }
  for (const [dx, dy] of nearby) {
    const l = likeness(strip, right + dx, foot + dy, pitch, values, templates)
    if (l.score > found.score) {
      found = l
      at = { right: right + dx, foot: foot + dy }
    }
    if (found.score > 0.9 && found.score - found.second > 0.3) break
  }
  const lead = found.score - found.second
  const sure = found.score >= LEAST_LIKENESS && lead >= LEAST_LEAD
  return {
    char: sure ? templates[found.best]!.char : '?',
    confidence: Math.max(0, Math.min(1, found.score * Math.min(1, lead / 0.25))),
    place: { ...at, coverage: templates[found.best]?.coverage },
  }
}

const unsure = (line: string): Result<never> =>
  refuse('micr-unsure', `The MICR line cannot be read reliably: ${line || 'nothing'}`, {
    field: 'micr',
    value: line,
  })
const damaged = (line: string): Result<never> =>
  refuse(
    'micr-damaged',
    `The MICR line cannot be read reliably because something covers it or a part is missing: ${line}`,
    { field: 'micr', value: line },
  )

/** Reads the characters of a strip; its foot is looked for `room` pixels up and down. */
function readStrip(
  strip: Strip,
  known: Known,
  room: number,
  templates: readonly Template[],
): Result<MicrReading> {
  const { from, to, pitch, right } = known
  // A character may be cut off, or lost whole, where the picture ends close to the line.
  if (from < pitch * QUIET_LEFT || to > strip.w - pitch * QUIET_RIGHT)
    return refuse('micr-edge', 'The picture ends too close to the MICR line. A character may be cut off', {
      field: 'micr',
    })
  const see: Seeing = { values: new Float32Array(ROWS * COLS), templates }
  const cells = cellsOf(strip, known)
  const foot = footOf(strip, cells, pitch, room, see)
  const read = cells.places.map((r, i): CharacterRead => {
    if (cells.inked[i]! >= cells.noise) return readCharacter(strip, r, foot, pitch, see)
    return { char: ' ', confidence: 1, place: { right: r, foot, coverage: undefined } }
  })
  const text = read.map(r => r.char).join('')
  const line = text.trim()
  if (line === '' || text.includes('?')) return unsure(line)
  const explained = read.map(r => r.place)
  if (unexplained(strip, explained, pitch / CELLS, BLUR) > MOST_UNEXPLAINED) return damaged(line)

  const begin = text.length - text.trimStart().length
  const aside = explained.reduce((sum, place, i) => sum + place.right - cells.places[i]!, 0)
  const lastRight = (cells.places[begin + line.length - 1] ?? right) + aside / line.replaceAll(' ', '').length
  const climb = Math.tan((known.tilt * Math.PI) / 180) * lastRight
  return good({
    text: line,
    confidence: read.slice(begin, begin + line.length).map(r => r.confidence),
    pitch,
    tilt: known.tilt,
    right: lastRight,
    foot: known.foot - (strip.h - strip.margin) + foot - climb,
  })
}
