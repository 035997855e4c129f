import { BASELINE_UP, clearBand, FIRST_FROM_RIGHT } from '../micr/place'
import { hashOf } from '../base/hash'
import { formatLength, MM_PER_POINT, type Mm, type Unit } from '../paper/length'
import { kindNames } from '../paper/kinds'
import type { Layout } from '../paper/layout'
import { carries, panelOf, type Panel, type Stock } from '../paper/stock'
import { textWidth } from '../proof/fitText'
import type { Drawing, Mark } from '../proof/marks'
import type { FaceName } from '../faces/faceNames'
import type { Spot } from './affine'
import { fitLines, FROM_EDGE, type FitLine } from './fit'

const INK = '#1a1822'
const LIGHT = '#8d8798'
/** Half the length of a measured line, and of the cross that unmasks scaling. */
const HALF_LINE: Mm = 12
const HALF_CROSS: Mm = 50
/** A sheet lower than this has room for one line of words only, in mm. */
const SMALL: Mm = 150

/**
 * Corner marks by which a scan is read: filled squares at the four corners and a fifth that tells which way
 * up the sheet lies.
 */
export const SQUARE: Mm = 6
/** The middles of the squares on a fit sheet of this size, in millimetres from its top left corner. */
export function squares(w: Mm, h: Mm): { x: Mm; y: Mm }[] {
  // Far enough from the edges that no working printer moves them off the paper.
  const down = Math.min(30, h * 0.24)
  // On a low sheet they stand between the lettered lines.
  const across = h < SMALL ? w * 0.3 : 30
  return [
    { x: across, y: down },
    { x: w - across, y: down },
    { x: w - across, y: h - down },
    { x: across, y: h - down },
    { x: w / 2, y: down },
  ]
}

/**
 * A row of bars under the middle square tells which stock the sheet is for: each bit a pair of cells, one of
 * them dark. Sides in mm.
 */
export const BAR: Mm = 1.5
const BITS = 16
/** Where the two cells of each bit lie on a sheet of this size, in millimetres from its top left corner. */
export function barSpots(w: Mm, h: Mm): { first: Spot; second: Spot }[] {
  const y = squares(w, h)[4]!.y + SQUARE / 2 + 4
  return Array.from({ length: BITS }, (_, i) => {
    const x = w / 2 + (i - BITS / 2) * 2 * BAR
    return { first: { x: x + BAR / 2, y }, second: { x: x + BAR * 1.5, y } }
  })
}
/** The bits of a key: 16 of its hash. */
export const barsOf = (key: string): boolean[] =>
  Array.from({ length: BITS }, (_, i) => ((parseInt(hashOf(key).slice(0, 4), 16) >> i) & 1) === 1)
/** Squares and bars by which a sheet of ours is found and told in a picture. */
export const findingMarks = (w: Mm, h: Mm, key: string): Mark[] => [
  ...squares(w, h).map(s => filled(s.x, s.y, SQUARE)),
  ...barSpots(w, h).map(({ first, second }, i) => {
    const at = barsOf(key)[i] ? first : second
    return filled(at.x, at.y, BAR)
  }),
]

/** A filled square as strokes side by side, since a drawing has no filled areas. */
function filled(cx: Mm, cy: Mm, side: Mm): Mark {
  return { kind: 'line', x: cx - side / 2, y: cy, x2: cx + side / 2, y2: cy, width: side, ink: '#000000' }
}
const words = (x: Mm, y: Mm, text: string, size: number, face: FaceName = 'sans', middle = false): Mark => ({
  kind: 'text',
  field: 'fit',
  face,
  size,
  ink: INK,
  text,
  y,
  x: middle ? x - textWidth(text, { face }, size) / 2 : x,
})

/** One line to be measured from its edge, with its letter and a stroke towards that edge. */
function measured({ mark, edge, at }: FitLine): Mark[] {
  const level = edge === 'top' || edge === 'foot'
  const sign = edge === 'top' || edge === 'left' ? -1 : 1
  const line: Mark = level
    ? {
        kind: 'line',
        x: at.x - HALF_LINE,
        y: at.y,
        x2: at.x + HALF_LINE,
        y2: at.y,
        width: 0.15,
        ink: '#000000',
      }
    : {
        kind: 'line',
        x: at.x,
        y: at.y - HALF_LINE,
        x2: at.x,
        y2: at.y + HALF_LINE,
        width: 0.15,
        ink: '#000000',
      }
  const shaft: Mark = level
    ? { kind: 'line', x: at.x, y: at.y, x2: at.x, y2: at.y + sign * 9, width: 0.2, ink: LIGHT }
    : { kind: 'line', x: at.x, y: at.y, x2: at.x + sign * 9, y2: at.y, width: 0.2, ink: LIGHT }
  const label = level
    ? words(at.x + HALF_LINE + 2, at.y + 1.6, mark, 14, 'sans-bold')
    : words(at.x - 1.4, at.y + HALF_LINE + 6, mark, 14, 'sans-bold')
  return [line, shaft, label]
}

/**
 * A ruler from near the paper's edge to a lettered line, its figures telling the distance from the edge if
 * the printer were exact.
 */
function ruler({ edge, at }: FitLine, unit: Unit): Mark[] {
  const [step, each] = unit === 'mm' ? [1, 5] : [25.4 / 20, 5]
  const level = edge === 'top' || edge === 'foot'
  const marks: Mark[] = []
  for (let k = Math.ceil(4 / step); k * step <= FROM_EDGE + 0.01; k++) {
    const in0 = FROM_EDGE - k * step
    const x = level ? at.x : edge === 'left' ? at.x - in0 : at.x + in0
    const y = level ? (edge === 'top' ? at.y - in0 : at.y + in0) : at.y
    const long = k % each === 0 ? 2.2 : 1.2
    marks.push({
      kind: 'line',
      x,
      y,
      x2: level ? x + long : x,
      y2: level ? y : y + long,
      width: 0.12,
      ink: INK,
    })
    // The last figure would stand on the lettered line itself.
    if (k % each === 0 && in0 > 2.5)
      marks.push(
        words(
          level ? x + 2.8 : x - 1.2,
          level ? y + 0.8 : y + 4.4,
          unit === 'mm' ? String(k) : (k / 20).toFixed(2),
          5.5,
        ),
      )
  }
  return marks
}

/**
 * A cross of scales of 5 mm each way, by which it is read off how far a thing lies from where it was meant.
 */
function scales(x: Mm, y: Mm): Mark[] {
  const marks: Mark[] = []
  for (let k = -5; k <= 5; k++) {
    const half = k === 0 ? 2.4 : Math.abs(k) === 5 ? 1.6 : 0.9
    marks.push(
      { kind: 'line', x: x + k, y: y - half, x2: x + k, y2: y + half, width: 0.12, ink: INK },
      { kind: 'line', x: x - half, y: y + k, x2: x + half, y2: y + k, width: 0.12, ink: INK },
    )
  }
  return marks
}

/** The fields of which a photocopy shows where they belong. */
const SCALED = ['payee', 'amountFigures', 'date', 'signature', 'memo']
/**
 * The second form of the fit sheet, for a photocopy of the real stock: the box of every field that is ours
 * to print, scales where payee, amount, date and signature begin, and where the MICR line stands. Against
 * the light on the real stock, or on its copy, each mm between the middle of a scale and the stationer's
 * own line is a mm by hand.
 */
export function copySheet(stock: Stock, layout: Layout, said: FitSheetWords): Drawing {
  const { w, h } = stock.sheet
  const marks: Mark[] = []
  const panel = panelOf(stock, 'check', 1)
  for (const field of layout.fields) {
    const on = panelOf(stock, field.panel, 1)
    if (
      !on ||
      !field.on ||
      field.kind === 'micr' ||
      field.kind === 'ground' ||
      field.kind === 'overlay' ||
      carries(stock, field.panel, field.kind)
    )
      continue
    const [x, y] = [on.x + field.x, on.y + field.y]
    marks.push({ kind: 'rect', x, y, w: field.w, h: field.h, width: 0.12, ink: LIGHT })
    if (field.panel === 'check' && SCALED.includes(field.kind))
      marks.push(...scales(x, y + field.h), words(x + 6, y - 0.8, kindNames[field.kind], 6))
  }
  if (panel) {
    const foot = panel.y + panel.h - BASELINE_UP
    const right = panel.x + panel.w - FIRST_FROM_RIGHT
    marks.push(
      { kind: 'line', x: panel.x + 12, y: foot, x2: right, y2: foot, width: 0.12, ink: INK },
      ...scales(right, foot),
      words(panel.x + 14, foot - 1, 'MICR line', 6),
    )
    marks.push(
      words(
        panel.x + 12,
        panel.y + panel.h - 1.5,
        `${said.printer}, ${said.tray}, ${said.date}, ${said.through}. Each stroke of a scale is 1 mm.`,
        6.5,
      ),
    )
  }
  return { w, h, layers: [{ shared: false, marks }] }
}

/** What is written on a fit sheet beside its marks. */
export interface FitSheetWords {
  readonly printer: string
  readonly tray: string
  readonly date: string
  readonly unit: Unit
  readonly through: string
}

const stroke = (x: Mm, y: Mm, x2: Mm, y2: Mm, width: Mm, ink: string): Mark => ({
  kind: 'line',
  x,
  y,
  x2,
  y2,
  width,
  ink,
})
/** Lines of a stock's panel stay so far from the sheet's edge, in mm. */
const INSET: Mm = 5

/** Where the check's edges, its clear band and its MICR line lie. */
function checkMarks({ w, h }: Stock['sheet'], panel: Panel): Mark[] {
  const band = clearBand(panel)
  const [l, r] = [Math.max(INSET, panel.x), Math.min(w - INSET, panel.x + panel.w)]
  const [t, b] = [Math.max(INSET, panel.y), Math.min(h - INSET, panel.y + panel.h)]
  const micr = panel.y + panel.h - BASELINE_UP
  return [
    ...[b, t, band.y].map(y => stroke(l, y, r, y, 0.15, LIGHT)),
    stroke(l + 50, micr, r - 50, micr, 0.15, INK),
    words(l + 52, micr - 1, 'MICR line prints here', 7),
  ]
}

type Line = readonly [text: string, size: number, face: FaceName]
/** What the sheet says of itself; on a small one, in one line. */
function linesSaid(stock: Stock, said: FitSheetWords): Line[] {
  const where = `${said.printer}, ${said.tray}`
  if (stock.sheet.h < SMALL) return [[`${where}, ${said.date}`, 9, 'sans-bold']]
  const exact = formatLength(FROM_EDGE, said.unit)
  return [
    ['Fit sheet', 18, 'serif-bold'],
    [where, 12, 'sans-bold'],
    [stock.name, 10, 'sans'],
    [`${said.date}, ${said.through}`, 10, 'sans'],
    [
      `Measure from the edge of the paper to each lettered line (${exact} if the printer is exact).`,
      9.5,
      'sans',
    ],
  ]
}

/** An arrow at the foot by which a person sees that the sheet lies the other way round for the second scan. */
function turnMarks({ w, h }: Stock['sheet']): Mark[] {
  const [x, foot] = [w * 0.6, h - 11]
  return [
    stroke(x, foot - 6, x, foot, 0.5, '#000000'),
    ...[-1.4, 1.4].map(side => stroke(x + side, foot - 2, x, foot, 0.5, '#000000')),
    words(x + 3, foot - 3.4, 'First scan: arrow down.', 7),
    words(x + 3, foot - 0.6, 'Second scan: sheet turned around, arrow up.', 7),
  ]
}

/** A cross of known length, as long as there is room for between `top` and the foot of the sheet. */
function crossMarks({ w, h }: Stock['sheet'], top: Mm): Mark[] {
  const half = Math.min(HALF_CROSS, w / 2 - 30, (h - 30 - top) / 2)
  if (half <= 20) return []
  const [x, y] = [w / 2, top + half + 1]
  const line = (x1: Mm, y1: Mm, x2: Mm, y2: Mm): Mark => stroke(x1, y1, x2, y2, 0.2, '#000000')
  const ends = [-half, half].flatMap(end => [
    line(x + end, y - 3, x + end, y + 3),
    line(x - 3, y + end, x + 3, y + end),
  ])
  const long = `${Math.round(half * 2)} mm each way, or the printer is scaling`
  return [
    line(x - half, y, x + half, y),
    line(x, y - half, x, y + half),
    ...ends,
    words(x + 3, y - 2, long, 8),
  ]
}

/**
 * The fit sheet of a stock, for plain paper of its size: six lettered lines to be measured from the paper's
 * edges, squares by which a scan is read, a cross of 100 mm that unmasks a printer that scales, the check
 * panel with its MICR band, and in words which printer it is for.
 */
export function fitSheet(stock: Stock, said: FitSheetWords): Drawing {
  const { w, h } = stock.sheet
  const panel = panelOf(stock, 'check', 1)
  const marks = panel ? checkMarks(stock.sheet, panel) : []
  marks.push(...findingMarks(w, h, stock.id), ...turnMarks(stock.sheet))
  for (const line of fitLines(w, h)) marks.push(...measured(line), ...ruler(line, said.unit))
  const belowCheck = (panel && panel.y < h * 0.2 ? panel.y + panel.h : 0) + 14
  let y = h < SMALL ? h * 0.42 : Math.max(h * 0.36, belowCheck)
  for (const [text, size, face] of linesSaid(stock, said)) {
    marks.push(words(w / 2, y, text, size, face, true))
    y += size * MM_PER_POINT * 1.55
  }
  marks.push(...crossMarks(stock.sheet, y))
  return { w, h, layers: [{ shared: false, marks }] }
}
