import { good, refuse, type Result } from '../base/result'
import { MM_PER_INCH, type Mm } from '../paper/length'
import { UNITS_PER_CELL, UNITS_PER_PITCH } from '../micr/outlines'
import { micrFitName, micrWeightNames, micrWidths, type MicrFit } from '../micr/micrFit'
import { CELL, CHARACTER_HEIGHT, FIRST_FROM_RIGHT, PITCH } from '../micr/place'
import type { GreyImage } from '../micr/darkness'
import { readMicr } from '../micr/reader'
import { insideOf, type MicrShapes } from '../micr/shapes'
import { isMicr, type MicrCharacter } from '../micr/symbols'
import type { Drawing, Mark } from '../proof/marks'
import { textWidth } from '../proof/fitText'
import { applyAffine, type Affine } from './affine'
import { deviationMap } from './fit'
import { findingMarks } from './fitSheet'
import { darknessAt, inWhole } from './paperInScan'
import { findSquares } from './scan'

/** A line of MICR characters to try, as one account prints it. */
export interface LadderLine {
  readonly text: string
  readonly shapes: MicrShapes
}
/** The key that tells a ladder sheet by its bars. */
const LADDER = 'ladder'
const TOP: Mm = 56
const STEP: Mm = 8.6
const INK = '#1a1822'

/** Every width with every weight, in the order in which they stand on the sheet. */
export const ladderSteps: readonly MicrFit[] = micrWeightNames.flatMap(weight =>
  micrWidths.map(width => ({ width, weight })),
)
/** The lower edge of the characters of a step. */
const footOf = (index: number): Mm => TOP + STEP * (index + 1)

/**
 * The ladder sheet: one MICR line at seven widths and three weights, each with its name at the left and a
 * gauge above it, whose strokes stand at the right edges of the standard's positions. On a sheet of at
 * least 270 mm; smaller stock takes it on a whole sheet of the same paper.
 */
export function ladderSheet(
  sheet: { w: Mm; h: Mm },
  line: LadderLine,
  said: { readonly printer: string; readonly tray: string; readonly date: string },
): Drawing {
  const { w, h } = sheet
  const right = w - FIRST_FROM_RIGHT
  const words = (x: Mm, y: Mm, text: string, size: number, bold = false): Mark => ({
    kind: 'text',
    field: 'ladder',
    face: bold ? 'sans-bold' : 'sans',
    size,
    ink: INK,
    text,
    x,
    y,
  })
  const title = `Ladder sheet: ${said.printer}, ${said.tray}, ${said.date}`
  const marks: Mark[] = [
    ...findingMarks(w, h, LADDER),
    words(w / 2 - textWidth(title, { face: 'sans-bold' }, 10) / 2, 46, title, 10, true),
    words(
      w / 2 - 78,
      51,
      'Choose the line whose characters all meet the strokes of the gauge with their right edges.',
      7.5,
    ),
  ]
  for (const [index, fit] of ladderSteps.entries()) {
    const y = footOf(index)
    const x = right - line.text.length * PITCH
    const top = y - CHARACTER_HEIGHT - 1
    for (let k = 0; k <= line.text.length; k++)
      marks.push({
        kind: 'line',
        x: right - k * PITCH,
        y: top - (k % 5 === 0 ? 1.6 : 0.9),
        x2: right - k * PITCH,
        y2: top,
        width: 0.1,
        ink: INK,
      })
    marks.push(
      { kind: 'micr', field: 'ladder', text: line.text, shapes: line.shapes, x, y, fit },
      words(6, y - 0.6, micrFitName(fit), 7, true),
    )
  }
  return { w, h, layers: [{ shared: false, marks }] }
}

/**
 * What was read of one line of the ladder: the line as a bank's reader would see it, its pitch and the amount
 * of ink as shares of the standard's.
 */
export interface StepReading {
  readonly fit: MicrFit
  readonly read: boolean
  readonly pitch: number
  readonly ink: number
  /** The smaller, the nearer to the standard. */ readonly off: number
}

/** Area of ink that a line should have, in square mm. */
function inkOf(text: string, shapes: MicrShapes): number {
  const unit = CELL / UNITS_PER_CELL
  const areas = new Map<string, number>()
  const areaOf = (char: MicrCharacter): number => {
    const inked = insideOf(shapes.contours[char])
    const step = UNITS_PER_CELL / 6
    let n = 0
    for (let y = step / 2; y < 9 * UNITS_PER_CELL; y += step)
      for (let x = step / 2; x < UNITS_PER_PITCH; x += step) if (inked(x, y)) n++
    return n * (step * unit) ** 2
  }
  return [...text].reduce((sum, char) => {
    if (!isMicr(char)) return sum
    const area = areas.get(char) ?? areaOf(char)
    areas.set(char, area)
    return sum + area
  }, 0)
}

const READ_DPI = 240
/** Pitch and ink that are this far off weigh as much as each other. */
const PITCH_SHARE = 0.01
const INK_SHARE = 0.12

/** Height of the strip in which a line is read, what a line may be wider than meant, and white kept at its left; in mm. */
const HIGH: Mm = 6
const WIDER = 1.04
const LEFT: Mm = 5
const PER = MM_PER_INCH / READ_DPI

/** A ladder sheet found in a picture: how to look at a spot of it, and where its lines lie. */
interface Ladder {
  readonly line: LadderLine
  readonly w: Mm
  /** Darkness at a spot of the paper, 0 to 1, against the black of the marks. */
  readonly darkAt: (x: Mm, y: Mm) => number
  readonly map: Affine
  readonly turned: Affine
}
/** A line as it lies on the paper, and its ink in square pixels. */
interface SeenLine {
  readonly image: GreyImage
  readonly ink: number
}

/**
 * A strip along a line as it lies on the paper: turned with it, but not stretched, so that lengths are those of
 * the paper.
 */
function stripOf({ line, w, darkAt, map, turned }: Ladder, index: number): SeenLine {
  const wide = w - 8
  const long = line.text.length * PITCH * WIDER
  const at = applyAffine(map, { x: w - 4, y: footOf(index) - CHARACTER_HEIGHT / 2 })
  const [W, H] = [Math.round(wide / PER), Math.round(HIGH / PER)]
  const data = new Uint8Array(W * H)
  let ink = 0
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const [dx, dy] = [(x + 0.5) * PER - wide, (y + 0.5) * PER - HIGH / 2]
      const d = darkAt(at.x + turned[0] * dx + turned[2] * dy, at.y + turned[1] * dx + turned[3] * dy)
      data[y * W + x] = 255 - Math.round(d * 255)
      // The gauge above and the name at the left are not the line.
      const inLine = Math.abs(dy) < CHARACTER_HEIGHT / 2 + 0.5 && dx > -(long + FIRST_FROM_RIGHT)
      if (inLine && d > 0.12) ink += d
    }
  const above = Math.round((HIGH / 2 - CHARACTER_HEIGHT / 2 - 0.7) / PER)
  data.fill(255, 0, W * above)
  const left = Math.round(Math.max(0, wide - long - LEFT) / PER)
  for (let y = 0; y < H; y++) data.fill(255, y * W, y * W + left)
  return { image: { w: W, h: H, data }, ink }
}

/** How a line came out: whether it reads as meant, its pitch and its ink. `nominal`: its area of ink, square mm. */
function stepOf(ladder: Ladder, fit: MicrFit, index: number, nominal: number): StepReading {
  const { text, shapes } = ladder.line
  const seen = stripOf(ladder, index)
  const got = readMicr(seen.image, READ_DPI, shapes)
  const pitch = got.ok ? (got.value.pitch * PER) / PITCH : 0
  const ink = (seen.ink * PER * PER) / nominal
  const read = got.ok && got.value.text === text.trim()
  const off = (read ? 0 : 100) + Math.abs(pitch - 1) / PITCH_SHARE + Math.abs(ink - 1) / INK_SHARE
  return { fit, read, pitch, ink, off }
}

/**
 * Reads a scan of a ladder sheet (200 dots to the inch and up) and ranks its lines, best first: those that
 * read as meant before the others, then by how near pitch and ink are to the standard's. Refused where the
 * sheet cannot be found, or no line on it can be read.
 */
export function readLadder(
  image: GreyImage,
  sheet: { w: Mm; h: Mm },
  line: LadderLine,
): Result<StepReading[]> {
  const { w, h } = sheet
  if (image.w < (w / MM_PER_INCH) * 170 * 0.9)
    return refuse('scan-coarse', 'The picture has too few pixels for a MICR line. Scan at 200 dpi or more', {
      field: 'scan',
    })
  const squared = findSquares(image, w, h)
  if (!squared.ok) return squared
  const { found, way, deviation } = squared.value
  const whole = { image, paper: found.paper }
  // The squares were found in a shrunken picture; the lines are read in the whole one.
  const toPixels = inWhole(way, found)
  const black = blackOf(squared.value)
  const ladder: Ladder = {
    line,
    w,
    darkAt: (x, y) => Math.min(1, darknessAt(whole, toPixels, x, y) / black),
    map: deviationMap(deviation),
    turned: deviationMap({ ...deviation, shift: { x: 0, y: 0 }, stretch: { x: 1, y: 1 } }),
  }
  const nominal = inkOf(line.text, line.shapes)
  const readings = ladderSteps.map((fit, index) => stepOf(ladder, fit, index, nominal))
  if (!readings.some(r => r.read))
    return refuse(
      'ladder-unread',
      'No line on this sheet could be read. Is it the ladder sheet of this account, and is the scan sharp?',
      { field: 'scan' },
    )
  return good(readings.sort((a, b) => a.off - b.off))
}

/** How dark this printer's solid black is in the scan: the middle of the squares. */
function blackOf({
  found,
  spots,
}: {
  found: { image: GreyImage; paper: number }
  spots: readonly { x: number; y: number }[]
}): number {
  const dark = spots.map(
    s => (found.paper - found.image.data[Math.floor(s.y) * found.image.w + Math.floor(s.x)]!) / found.paper,
  )
  return Math.max(0.3, dark.reduce((a, b) => a + b, 0) / dark.length)
}
