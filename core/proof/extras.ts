import { formatDate, type PlainDate } from '../base/dates'
import { languageOf, type Locale } from '../money/locale'
import { MM_PER_POINT, type Box } from '../paper/length'
import type { Field } from '../paper/layout'
import type { Picture } from '../paper/picture'
import { asSet, faceOf, lacking, missingLetter, widthOf } from '../faces/face'
import { inLanguage } from './captions'
import { fitText, textWidth } from './fitText'
import { nothing, setText, type Set } from './lettering'
import type { Mark } from './marks'
import { error, warning } from './note'

type Of<K extends Field['kind']> = Extract<Field, { kind: K }>

/** Cap height of the sans face as a share of its size. */
const CAPS = faceOf('sans-bold').capHeight / faceOf('sans-bold').unitsPerEm
const hexOf = (darkness: number): string => {
  const v = Math.round(255 * (1 - darkness / 100))
    .toString(16)
    .padStart(2, '0')
  return `#${v}${v}${v}`
}

/** Words laid large across a box from its lower left to its upper right, as dark as told (2 to 60 %). */
export function overlayMarks(words: string, darkness: number, box: Box, field: string): Mark[] {
  const angle = Math.atan2(box.h, box.w) * 0.8
  const perPoint = widthOf('sans-bold', words, 1) * MM_PER_POINT
  const byWidth = (Math.hypot(box.w, box.h) * 0.78) / perPoint
  const byHeight = (box.h * 0.42) / MM_PER_POINT
  const size = Math.round(Math.min(byWidth, byHeight, 140) * 10) / 10
  const [long, high] = [perPoint * size, CAPS * size * MM_PER_POINT]
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const x = box.x + box.w / 2 - (long / 2) * cos + (high / 2) * sin
  const y = box.y + box.h / 2 + (long / 2) * sin + (high / 2) * cos
  return [
    {
      kind: 'text',
      field,
      face: 'sans-bold',
      size,
      ink: hexOf(darkness),
      text: words,
      x,
      y,
      turn: (angle * 180) / Math.PI,
    },
  ]
}

/** Size of microprint in points: letters about 0.25 mm high, a plain line to the eye. */
const MICRO = 1
/** A line of tiny letters, the text again and again, as long as the box. */
export function microprintMarks(text: string, box: Box, ink: string, field: string): Mark[] {
  const once = `${text.toUpperCase()}  `
  const times = Math.floor(box.w / (widthOf('sans', once, MICRO) * MM_PER_POINT))
  return times > 0
    ? [
        {
          kind: 'text',
          field,
          face: 'sans',
          size: MICRO,
          ink,
          text: once.repeat(times).trimEnd(),
          x: box.x,
          y: box.y + box.h,
        },
      ]
    : []
}

/** A picture, as large as fits into the box without being stretched, in its middle. */
export function pictureMarks(picture: Picture, box: Box, field: string): Mark[] {
  const scale = Math.min(box.w / picture.w, box.h / picture.h)
  const [w, h] = [picture.w * scale, picture.h * scale]
  return [{ kind: 'image', field, picture, x: box.x + (box.w - w) / 2, y: box.y + (box.h - h) / 2, w, h }]
}

/** Two slanting strokes with the words between them, along them. */
export function setCrossing(field: Of<'crossing'>, box: Box, ink: string, locale: Locale): Set {
  const rest = 0.72
  const stroke = (dx: number, dy: number): Mark => ({
    kind: 'line',
    x: box.x + dx,
    y: box.y + dy + box.h * rest,
    x2: box.x + dx + box.w * rest,
    y2: box.y + dy,
    width: 0.25,
    ink,
  })
  const strokes = [stroke(0, 0), stroke(box.w * (1 - rest), box.h * (1 - rest))]
  const text = asSet(inLanguage(field.text, locale))
  const missing = lacking(field.type.face, text)
  if (missing)
    return {
      marks: strokes,
      notes: [
        error('character-missing', field.id, `“${text}”: ${missingLetter(missing)}`, { value: missing }),
      ],
    }
  const long = Math.hypot(box.w, box.h) * rest
  const { size, fits } = fitText([text], long, box.h, field.type)
  const [cos, sin] = [box.w / Math.hypot(box.w, box.h), box.h / Math.hypot(box.w, box.h)]
  const [half, up] = [textWidth(text, field.type, size) / 2, (CAPS * size * MM_PER_POINT) / 2]
  const words: Mark = {
    kind: 'text',
    field: field.id,
    face: field.type.face,
    size,
    ink,
    text,
    turn: (Math.atan2(box.h, box.w) * 180) / Math.PI,
    x: box.x + box.w / 2 - half * cos + up * sin,
    y: box.y + box.h / 2 + half * sin + up * cos,
  }
  return {
    marks: [...strokes, words],
    notes: fits
      ? []
      : [
          error(
            'text-too-long',
            field.id,
            `“${field.text}” does not fit the crossing, even at ${field.type.least} pt`,
            { value: field.text, limit: field.type.least },
          ),
        ],
  }
}

/** Size of the small letters beneath a date's digits, in points. */
const HINT = 5
/** A date with the letters that stand beneath its boxes: they reach out of the field's own box. */
export const withHint = (field: Of<'date'>, box: Box): Box =>
  field.hint && field.boxes && /^[YMD]+$/.test(field.pattern)
    ? { ...box, h: box.h + HINT * MM_PER_POINT * 1.2 }
    : box
/** Digits of a date, each in its own cell: where the cells lie, in mm. */
interface Cells {
  readonly left: number
  readonly top: number
  readonly wide: number
  readonly high: number
}
function cellsOf(field: Of<'date'>, box: Box, digits: number): Cells {
  const room = field.hint && !field.boxes ? HINT * MM_PER_POINT * 1.15 : 0
  const even = box.w / digits
  const digit = widthOf(field.type.face, '0', field.type.size) * MM_PER_POINT
  const wide = field.boxes ? even : Math.min(even, digit * 1.35)
  const rest = field.boxes || field.type.align === 'left' ? 0 : box.w - wide * digits
  const left = box.x + (field.type.align === 'right' ? rest : rest / 2)
  return { left, top: box.y, wide, high: box.h - room }
}
/** Letters each in the middle of its cell. */
const inCells = (
  text: string,
  field: Of<'date'>,
  { left, wide }: Cells,
  look: { readonly size: number; readonly ink: string; readonly y: number },
): Mark[] =>
  [...text].map((char, i) => ({
    kind: 'text',
    field: field.id,
    face: field.type.face,
    size: look.size,
    ink: look.ink,
    text: char,
    x: left + wide * (i + 0.5) - (widthOf(field.type.face, char, look.size) * MM_PER_POINT) / 2,
    y: look.y,
  }))
/** Digits in their cells, with the cells' boxes and the pattern beneath where asked. */
function setDigits(field: Of<'date'>, cells: Cells, text: string, ink: string, captionInk: string): Mark[] {
  const { size } = field.type
  const y = cells.top + cells.high / 2 + (CAPS * size * MM_PER_POINT) / 2
  const digits = inCells(text, field, cells, { size, ink, y })
  const box = (i: number): Mark => ({
    kind: 'rect',
    x: cells.left + cells.wide * i,
    y: cells.top,
    w: cells.wide,
    h: cells.high,
    width: 0.18,
    ink: captionInk,
  })
  const foot = cells.top + cells.high + HINT * MM_PER_POINT
  return [
    ...digits.flatMap((digit, i) => (field.boxes ? [box(i), digit] : [digit])),
    ...(field.hint ? inCells(field.pattern, field, cells, { size: HINT, ink: captionInk, y: foot }) : []),
  ]
}
/**
 * A date as text; or a digit a box; with its pattern in small letters beneath where asked (CPA 006,
 * CTS-2010).
 */
export function setDate(
  field: Of<'date'>,
  box: Box,
  date: PlainDate,
  locale: Locale,
  ink: string,
  captionInk: string,
): Set {
  const text = formatDate(date, field.pattern, languageOf(locale))
  if (!/^[YMD]+$/.test(field.pattern)) return setText(field, box, [text], ink)
  const { face, size } = field.type
  if (size < 4) return nothing
  const cells = cellsOf(field, box, text.length)
  const digit = widthOf(face, '0', size) * MM_PER_POINT
  if (digit <= cells.wide && CAPS * size * MM_PER_POINT <= cells.high)
    return { marks: setDigits(field, cells, text, ink, captionInk), notes: [] }
  const problem = `the date at ${size} pt does not fit its box`
  return { marks: [], notes: [error('text-too-long', field.id, problem, { value: text, limit: size })] }
}

/** Told where a layout wants a picture that the account does not have. */
export const pictureMissing = (field: string, what: string): Set => ({
  marks: [],
  notes: [
    warning('picture-missing', field, `There is no ${what} to print. Add a picture of it to the account`),
  ],
})
