import { good, refuse, type Result } from '../base/result'
import { MOST_UNEXPLAINED, unexplained, type ReadPlace } from './damage'
import { UNITS_PER_CELL, UNITS_PER_PITCH } from './outlines'
import { insideOf, ownShapes, type MicrShapes } from './shapes'
import { micrCharacters, type MicrCharacter } from './symbols'

/** Grey pixels in rows from the top, 0 black to 255 white. */
export interface GreyImage { readonly w: number, readonly h: number, readonly data: Uint8Array | Uint8ClampedArray }

/** What was read: the line from left to right with its blanks, how sure each character is (0 to 1), and where it lies in the image. */
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

const PITCH_IN = 0.125
const CELLS = UNITS_PER_PITCH / UNITS_PER_CELL
const ROWS = 9
const COLS = 7
/** The least likeness (correlation) of a character to its drawing, and its lead over the next best, for it to count as read. */
const LEAST_LIKENESS = 0.62
const LEAST_LEAD = 0.09
/** Pixels over which ink is spread by the averaging over neighbours and the reading between pixels. */
const BLUR = 4
/** White wanted before and behind the line, in positions: less than it, a narrow character may have been cut off unseen. */
const QUIET_LEFT = 0.75
const QUIET_RIGHT = 0.8
/** White kept around the ink, in positions: more than is wanted at its ends. */
const WHITE_AROUND = 2
/** Darkness below which a pixel is taken for paper, where it is asked whether there is ink at all. */
const FAINT = 0.12
/** Ink in a position, as a share of its area, below which it is blank. */
const BLANK = 0.045

/** Where a character is looked for around its nominal place, in pixels, nearest first. */
const nearby = [0, -0.5, 0.5, -1, 1, -1.5, 1.5].flatMap(dx => [0, -0.5, 0.5, -1, 1].map(dy => [dx, dy] as const)).sort((a, b) => Math.hypot(...a) - Math.hypot(...b))

interface Template { readonly char: MicrCharacter, readonly cells: Float32Array, readonly norm: number, /** Share of each cell that the character inks. */ readonly coverage: Float32Array }
const knownTemplates = new WeakMap<MicrShapes, readonly Template[]>()

/** How much of each cell of the 9 by 7 grid at the right of a position the contours ink, less the mean of all: what a read position is held against. */
function templatesOf(shapes: MicrShapes): readonly Template[] {
  const known = knownTemplates.get(shapes)
  if (known) return known
  const made = micrCharacters.map((char): Template => {
    const inked = insideOf(shapes.contours[char])
    const cells = new Float32Array(ROWS * COLS)
    for (let r = 0; r < ROWS; r++) for (let c = 0; c < COLS; c++) {
      let n = 0
      for (const fy of [0.2, 0.5, 0.8]) for (const fx of [0.2, 0.5, 0.8]) if (inked(UNITS_PER_PITCH - (COLS - c - fx) * UNITS_PER_CELL, (ROWS - r - fy) * UNITS_PER_CELL)) n++
      cells[r * COLS + c] = n / 9
    }
    const coverage = cells.slice()
    const mean = cells.reduce((a, b) => a + b, 0) / cells.length
    for (let i = 0; i < cells.length; i++) cells[i] = cells[i]! - mean
    return { char, cells, coverage, norm: Math.sqrt(cells.reduce((a, b) => a + b * b, 0)) }
  })
  knownTemplates.set(shapes, made)
  return made
}

/** How dark each grey is, 0 to 1, after stretching the image's own black and white. */
function darkOfGrey({ data }: GreyImage): Float32Array {
  const counts = new Uint32Array(256)
  for (let i = 0; i < data.length; i++) counts[data[i]!]!++
  const at = (share: number): number => { let n = 0; for (let v = 0; v < 256; v++) { n += counts[v]!; if (n >= share * data.length) return v } return 255 }
  const black = at(0.01)
  const white = at(0.6)
  const range = Math.max(40, white - black)
  return Float32Array.from({ length: 256 }, (_, v) => Math.min(1, Math.max(0, (white - v) / range)))
}

/** The part of the image in which there is ink at all, with as much white around it as there is, up to `margin` pixels; undefined where all is white. */
function inkPart({ w, h, data }: GreyImage, darkOf: Float32Array, margin: number): GreyImage & { x: number, y: number } | undefined {
  let lightest = 255
  while (lightest >= 0 && darkOf[lightest]! < FAINT) lightest--
  let [left, right, top, bottom] = [w, -1, h, -1]
  for (let y = 0; y < h; y++) {
    const row = data.subarray(y * w, y * w + w)
    let first = 0
    while (first < w && row[first]! > lightest) first++
    if (first === w) continue
    let last = w - 1
    while (row[last]! > lightest) last--
    left = Math.min(left, first)
    right = Math.max(right, last)
    top = Math.min(top, y)
    bottom = y
  }
  if (right < 0) return undefined
  const [x, y] = [Math.max(0, left - margin), Math.max(0, top - margin)]
  const [wide, high] = [Math.min(w, right + 1 + margin) - x, Math.min(h, bottom + 1 + margin) - y]
  const part = new Uint8Array(wide * high)
  for (let v = 0; v < high; v++) part.set(data.subarray((y + v) * w + x, (y + v) * w + x + wide), v * wide)
  return { x, y, w: wide, h: high, data: part }
}

/** Darkness of each pixel, averaged over its neighbours so that lone specks fade. */
function darkness({ w, h, data }: GreyImage, darkOf: Float32Array): Float32Array {
  const ninth = darkOf.map(v => v / 9)
  const rowSum = new Float32Array(w * h)
  for (let y = 0; y < h; y++) {
    const o = y * w
    let [before, here] = [ninth[data[o]!]!, ninth[data[o]!]!]
    for (let x = 0; x < w; x++) {
      const after = x + 1 < w ? ninth[data[o + x + 1]!]! : here
      rowSum[o + x] = before + here + after
      before = here
      here = after
    }
  }
  const out = new Float32Array(w * h)
  for (let y = 0; y < h; y++) {
    const [a, b, c] = [Math.max(0, y - 1) * w, y * w, Math.min(h - 1, y + 1) * w]
    for (let x = 0; x < w; x++) out[b + x] = rowSum[a + x]! + rowSum[b + x]! + rowSum[c + x]!
  }
  return out
}

/** Degrees by which lines of ink climb: the angle at which the rows gather the most ink in the fewest rows. */
function tiltOf(xs: Int32Array, ys: Int32Array, h: number, w: number): number {
  const sharpness = (degrees: number, every: number): number => {
    const slope = Math.tan(degrees * Math.PI / 180)
    const shift = Math.ceil(Math.abs(slope) * w) + 1
    const rows = new Float32Array(h + 2 * shift + 2)
    for (let i = 0; i < xs.length; i += every) rows[Math.round(ys[i]! + slope * xs[i]! + shift)]!++
    let s = 0
    // Steps between neighbouring rows, squared: sharp where the feet and heads of the characters fall on one row.
    for (let i = 1; i < rows.length; i++) s += (rows[i]! - rows[i - 1]!) ** 2
    return s
  }
  let best = 0
  // A third of the points shows about where it is.
  for (const [reach, step, every] of [[3, 0.25, 3], [0.3, 0.05, 3], [0.06, 0.02, 1]] as const) {
    const middle = best
    let most = -1
    for (let d = middle - reach; d <= middle + reach + 1e-9; d += step) {
      const s = sharpness(d, every)
      if (s > most) { most = s; best = d }
    }
  }
  return best
}

/** The line laid level: darkness in rows from above its head to below its foot, one column a pixel along the line. */
interface Strip { readonly w: number, readonly h: number, readonly data: Float32Array, readonly margin: number, readonly cell: number }

function levelStrip(dark: Float32Array, image: GreyImage, tilt: number, foot: number, cell: number): Strip {
  const { w, h } = image
  const margin = Math.ceil(cell * 1.4)
  const high = Math.ceil(cell * ROWS) + 2 * margin
  const slope = Math.tan(tilt * Math.PI / 180)
  const data = new Float32Array(w * high)
  for (let v = 0; v < high; v++) {
    for (let u = 0; u < w; u++) {
      const y = foot - (high - margin) + v - slope * u
      const y0 = Math.floor(y)
      if (y0 < 0 || y0 + 1 >= h) continue
      const f = y - y0
      data[v * w + u] = dark[y0 * w + u]! * (1 - f) + dark[(y0 + 1) * w + u]! * f
    }
  }
  return { w, h: high, data, margin, cell }
}

/** Pitch and the right edge of some position: where the narrow white between positions is whitest and the right strokes are darkest. */
function pitchOf(strip: Strip, dpi: number, from: number, to: number): { pitch: number, right: number } {
  const sums = new Float64Array(strip.w + 1)
  for (let u = 0; u < strip.w; u++) {
    let s = 0
    for (let v = strip.margin; v < strip.h - strip.margin; v++) s += strip.data[v * strip.w + u]!
    sums[u + 1] = sums[u]! + s
  }
  const upTo = (x: number): number => {
    const c = Math.min(strip.w, Math.max(0, x))
    const i = Math.min(strip.w - 1, Math.floor(c))
    return sums[i]! + (sums[i + 1]! - sums[i]!) * (c - i)
  }
  const score = (pitch: number, right: number): number => {
    const cell = pitch / CELLS
    let s = 0
    for (let r = right + Math.ceil((from - right) / pitch) * pitch; r < to + pitch; r += pitch) s += upTo(r) - upTo(r - cell) - 1.6 * (upTo(r + 2.1 * cell) - upTo(r + 0.25 * cell))
    return s
  }
  let best = { pitch: dpi * PITCH_IN, right: from }
  let most = -Infinity
  const tryOut = (pitch: number, right: number): void => { const s = score(pitch, right); if (s > most) { most = s; best = { pitch, right } } }
  const nominal = dpi * PITCH_IN
  for (let f = 0.962; f <= 1.0381; f += 0.002) for (let o = 0; o < nominal * f; o += 1) tryOut(nominal * f, from + o)
  const coarse = best
  for (let f = -0.002; f <= 0.00201; f += 0.0004) for (let o = -1.5; o <= 1.5; o += 0.25) {
    // The right edge is held in the middle of the line, so that another pitch does not throw off its ends.
    const k = Math.round(((from + to) / 2 - coarse.right) / coarse.pitch)
    const middle = coarse.right + k * coarse.pitch + o
    const pitch = coarse.pitch * (1 + f)
    tryOut(pitch, middle - k * pitch)
  }
  return best
}

/** How like each drawing the position is whose right edge and foot lie there, best first. */
function likeness(strip: Strip, right: number, foot: number, pitch: number, values: Float32Array, templates: readonly Template[]): { best: number, score: number, second: number } {
  const cell = pitch / CELLS
  let mean = 0
  for (let r = 0; r < ROWS; r++) {
    const y = foot - (ROWS - r - 0.5) * cell - 0.5
    const y0 = Math.floor(y)
    const fy = y - y0
    for (let c = 0; c < COLS; c++) {
      const x = right - (COLS - c - 0.5) * cell - 0.5
      const x0 = Math.floor(x)
      const fx = x - x0
      let v = 0
      if (x0 >= 0 && x0 + 1 < strip.w && y0 >= 0 && y0 + 1 < strip.h) {
        const i = y0 * strip.w + x0
        v = (strip.data[i]! * (1 - fx) + strip.data[i + 1]! * fx) * (1 - fy) + (strip.data[i + strip.w]! * (1 - fx) + strip.data[i + strip.w + 1]! * fx) * fy
      }
      values[r * COLS + c] = v
      mean += v
    }
  }
  mean /= ROWS * COLS
  let norm = 0
  for (let i = 0; i < values.length; i++) norm += (values[i]! - mean) ** 2
  norm = Math.sqrt(norm)
  let [best, score, second] = [-1, -2, -2]
  for (let t = 0; t < templates.length; t++) {
    const { cells, norm: own } = templates[t]!
    let dot = 0
    for (let i = 0; i < values.length; i++) dot += values[i]! * cells[i]!
    const s = norm > 1e-6 ? dot / (norm * own) : 0
    if (s > score) { second = score; score = s; best = t }
    else if (s > second) second = s
  }
  return { best, score, second }
}

/**
 * Reads the MICR line in an image of a check's foot (its clear band, or a scan of it) made at about `dpi` dots to the inch: finds tilt,
 * height, pitch, then compares each position with the shapes it was printed in. Up to 3 degrees of turn and 3.5 % of stretch are found by itself.
 * Refused rather than guessed: no line there, or a character that is not surely one (`value` is what was read, with ? for it).
 */
export function readMicr(image: GreyImage, dpi: number, shapes: MicrShapes = ownShapes): Result<MicrReading> {
  if (image.data.length !== image.w * image.h) throw new RangeError(`an image of ${image.w} x ${image.h} has ${image.w * image.h} pixels, not ${image.data.length}`)
  const darkOf = darkOfGrey(image)
  const part = inkPart(image, darkOf, Math.ceil(dpi * PITCH_IN * WHITE_AROUND))
  if (!part) return refuse('micr-none', 'there is no MICR line in the picture', { field: 'micr' })
  const read = readPart(part, darkness(part, darkOf), dpi, templatesOf(shapes))
  return read.ok ? good({ ...read.value, right: read.value.right + part.x, foot: read.value.foot + part.y }) : read
}

function readPart(image: GreyImage, dark: Float32Array, dpi: number, templates: readonly Template[]): Result<MicrReading> {
  let count = 0
  for (let i = 0; i < dark.length; i++) if (dark[i]! > 0.5) count++
  const nominalCell = dpi * PITCH_IN / CELLS
  if (count < nominalCell * nominalCell * 12) return refuse('micr-none', 'there is no MICR line in the picture', { field: 'micr' })
  const [xs, ys] = [new Int32Array(count), new Int32Array(count)]
  for (let y = 0, i = 0, n = 0; y < image.h; y++) for (let x = 0; x < image.w; x++, i++) if (dark[i]! > 0.5) { xs[n] = x; ys[n++] = y }
  const tilt = tiltOf(xs, ys, image.h, image.w)
  const slope = Math.tan(tilt * Math.PI / 180)

  // The band: the window of the characters' height that holds the most ink; rows counted at the left edge of the image.
  const shift = Math.ceil(Math.abs(slope) * image.w) + 1
  const rows = new Float64Array(image.h + 2 * shift + 2)
  for (let i = 0; i < count; i++) rows[Math.round(ys[i]! + slope * xs[i]! + shift)]!++
  const high = Math.round(nominalCell * ROWS)
  let [band, most, sum] = [0, -1, 0]
  for (let i = 0; i < rows.length; i++) {
    sum += rows[i]! - (rows[i - high] ?? 0)
    if (sum > most) { most = sum; band = i }
  }
  const strip = levelStrip(dark, image, tilt, band - shift + 1, nominalCell)
  let [from, to] = [image.w, 0]
  const columns = new Float32Array(strip.w)
  for (let u = 0; u < strip.w; u++) for (let v = strip.margin; v < strip.h - strip.margin; v++) if (strip.data[v * strip.w + u]! > 0.5) columns[u]!++
  for (let u = 0; u < strip.w; u++) if (columns[u]! > nominalCell) { from = Math.min(from, u); to = Math.max(to, u) }
  if (to <= from) return refuse('micr-none', 'there is no MICR line in the picture', { field: 'micr' })
  const { pitch, right } = pitchOf(strip, dpi, from, to)
  const cell = pitch / CELLS
  // A character may be cut off, or lost whole, where the picture ends close to the line.
  if (from < pitch * QUIET_LEFT || to > strip.w - pitch * QUIET_RIGHT) return refuse('micr-edge', 'the picture ends too close to the MICR line: a character may be cut off', { field: 'micr' })

  const values = new Float32Array(ROWS * COLS)
  const places: number[] = []
  for (let r = right + Math.floor((from - right) / pitch) * pitch; r < to + pitch; r += pitch) if (r > from + cell * 0.5 && r - COLS * cell < to - cell * 0.5) places.push(r)
  const inkIn = (r: number): number => {
    let [s, n] = [0, 0]
    for (let v = strip.margin; v < strip.h - strip.margin; v++) for (let u = Math.max(0, Math.round(r - COLS * cell)); u < Math.min(strip.w, Math.round(r)); u++) { s += strip.data[v * strip.w + u]!; n++ }
    return n ? s / n : 0
  }
  const inked = places.map(inkIn)
  const level = inked.filter(v => v > BLANK * 2).sort((a, b) => a - b)
  const noise = Math.min(BLANK, (level[0] ?? 0.3) * 0.5)
  const foot0 = strip.h - strip.margin
  // Where the foot lies is found for the line as a whole, from the first dozen characters.
  const sure = places.filter((_, i) => inked[i]! > noise * 2).slice(0, 12)
  let foot = foot0
  let top = -Infinity
  for (let dy = -strip.margin; dy <= strip.margin; dy += 0.5) {
    let s = 0
    for (const r of sure) s += likeness(strip, r, foot0 + dy, pitch, values, templates).score
    if (s > top) { top = s; foot = foot0 + dy }
  }

  let text = ''
  const confidence: number[] = []
  let doubt = false
  const explained: ReadPlace[] = []
  for (const [i, r] of places.entries()) {
    if (inked[i]! < noise) {
      text += ' '
      confidence.push(1)
      explained.push({ right: r, foot, coverage: undefined })
      continue
    }
    let found = { best: -1, score: -2, second: -2 }
    let at = { right: r, foot }
    for (const [dx, dy] of nearby) {
      const l = likeness(strip, r + dx, foot + dy, pitch, values, templates)
      if (l.score > found.score) {
        found = l
        at = { right: r + dx, foot: foot + dy }
      }
      if (found.score > 0.9 && found.score - found.second > 0.3) break
    }
    const lead = found.score - found.second
    const read = found.score >= LEAST_LIKENESS && lead >= LEAST_LEAD
    if (!read) doubt = true
    text += read ? templates[found.best]!.char : '?'
    explained.push({ ...at, coverage: templates[found.best]?.coverage })
    confidence.push(Math.max(0, Math.min(1, found.score * Math.min(1, lead / 0.25))))
  }
  const begin = text.length - text.trimStart().length
  const line = text.trim()
  if (doubt || line === '') return refuse('micr-unsure', `the MICR line cannot be read for sure: ${line || 'nothing'}`, { field: 'micr', value: line })
  if (unexplained(strip, explained, cell, BLUR) > MOST_UNEXPLAINED) return refuse('micr-damaged', `the MICR line cannot be read for sure: something lies in it that is no character, or part of one is missing: ${line}`, { field: 'micr', value: line })
  const lastRight = places[begin + line.length - 1] ?? right
  return good({ text: line, confidence: confidence.slice(begin, begin + line.length), pitch, tilt, right: lastRight, foot: band - shift + 1 - foot0 + foot - slope * lastRight })
}
