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

const spaced = (pattern: string): string[] => [...pattern]
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
  const digits = /^[YMD]+$/.test(field.pattern)
  if (!digits) return setText(field, box, [text], ink)
  if (field.type.size < 4) return nothing
  const hintSize = 5
  const hintRoom = field.hint ? hintSize * MM_PER_POINT * 1.15 : 0
  const high = box.h - (field.hint && !field.boxes ? hintRoom : 0)
  const cell = field.boxes
    ? box.w / text.length
    : Math.min(box.w / text.length, widthOf(field.type.face, '0', field.type.size) * MM_PER_POINT * 1.35)
  const left =
    field.boxes || field.type.align === 'left'
      ? box.x
      : field.type.align === 'right'
        ? box.x + box.w - cell * text.length
        : box.x + (box.w - cell * text.length) / 2
  const y = box.y + high / 2 + (CAPS * field.type.size * MM_PER_POINT) / 2
  const marks: Mark[] = []
  if (
    widthOf(field.type.face, '0', field.type.size) * MM_PER_POINT > cell ||
    CAPS * field.type.size * MM_PER_POINT > high
  )
    return {
      marks: [],
      notes: [
        error('text-too-long', field.id, `the date at ${field.type.size} pt does not fit its box`, {
          value: text,
          limit: field.type.size,
        }),
      ],
    }
  const middle = (char: string, size: number, i: number): number =>
    left + cell * (i + 0.5) - (widthOf(field.type.face, char, size) * MM_PER_POINT) / 2
  spaced(text).forEach((char, i) => {
    if (field.boxes)
      marks.push({
        kind: 'rect',
        x: left + cell * i,
        y: box.y,
        w: cell,
        h: high,
        width: 0.18,
        ink: captionInk,
      })
    marks.push({
      kind: 'text',
      field: field.id,
      face: field.type.face,
      size: field.type.size,
      ink,
      text: char,
      x: middle(char, field.type.size, i),
      y,
    })
  })
  if (field.hint)
    spaced(field.pattern).forEach((char, i) =>
      marks.push({
        kind: 'text',
        field: field.id,
        face: field.type.face,
        size: hintSize,
        ink: captionInk,
        text: char,
        x: middle(char, hintSize, i),
        y: box.y + high + hintSize * MM_PER_POINT,
      }),
    )
  return { marks, notes: [] }
}

/** Told where a layout wants a picture that the account does not have. */
export const pictureMissing = (field: string, what: string): Set => ({
  marks: [],
  notes: [
    warning('picture-missing', field, `there is no ${what} to print: the account has no picture of it`),
  ],
})
