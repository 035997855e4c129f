import { MM_PER_POINT, type Box } from '../paper/length'
import type { LetteredField, Turn } from '../paper/layout'
import type { Locale } from '../money/locale'
import { asSet, lacking, missingLetter } from '../faces/face'
import { usualCaption } from './captions'
import { fitText, LEADING, textWidth } from './fitText'
import type { Mark } from './marks'
import { error, type Note } from './note'

/** What a field came to: its marks, and what is to be said about it. */
export interface Set {
  readonly marks: readonly Mark[]
  readonly notes: readonly Note[]
}
/** Nothing set, and nothing to say of it. */
export const nothing: Set = { marks: [], notes: [] }

/** Distance of the baseline above the foot of a one-line box: room for descenders. */
const footOf = (size: number): number => size * MM_PER_POINT * 0.26
/** Kinds whose lines begin at the top of their box; the others stand on its foot. */
const fromTop = new Set<LetteredField['kind']>([
  'payerName',
  'payerAddress',
  'bankAddress',
  'payeeAddress',
  'text',
])
/** Rows that the box of an amount in words is ruled for, at its own size; 0 for other kinds. */
const rowsOf = (field: LetteredField, box: Box): number =>
  field.kind === 'amountWords' ? Math.floor(box.h / (field.type.size * MM_PER_POINT * LEADING) + 0.05) : 0

/**
 * Sets given lines in the box of a field. What does not fit, or what its face cannot print, is told; nothing
 * is cut.
 */
export function setText(field: LetteredField, box: Box, lines: readonly string[], ink: string): Set {
  const given = lines.map(asSet).filter(line => line !== '')
  if (!given.length) return nothing
  const { face, align } = field.type
  const missing = given.map(line => lacking(face, line)).find(Boolean)
  if (missing)
    return {
      marks: [],
      notes: [
        error('character-missing', field.id, `“${given.join(', ')}”: ${missingLetter(missing)}`, {
          value: missing,
        }),
      ],
    }
  const { lines: set, size, fits } = fitText(given, box.w, box.h, field.type)
  const foot = box.y + box.h - footOf(size)
  const leading = size * MM_PER_POINT * LEADING
  const ruled = rowsOf(field, box)
  const baseline = (i: number): number => {
    if (ruled >= set.length && ruled > 1) return box.y + ((i + 1) * box.h) / ruled - footOf(size)
    return fromTop.has(field.kind)
      ? box.y + size * MM_PER_POINT * 0.8 + i * leading
      : foot - (set.length - 1 - i) * leading
  }
  const marks = set.map((text, i): Mark => {
    const free = box.w - textWidth(text, field.type, size)
    return {
      kind: 'text',
      field: field.id,
      face,
      size,
      ink,
      text,
      x: box.x + (align === 'left' ? 0 : align === 'right' ? free : free / 2),
      y: baseline(i),
    }
  })
  return {
    marks,
    notes: fits
      ? []
      : [
          error(
            'text-too-long',
            field.id,
            `“${given.join(', ')}” does not fit, even at ${field.type.least} pt`,
            { value: given.join(', '), limit: field.type.least },
          ),
        ],
  }
}

const captionText = (field: LetteredField, locale: Locale): string =>
  field.caption?.on ? field.caption.text || usualCaption(field.kind, locale) : ''

/**
 * The box and its caption together: what must not meet another field or leave the sheet. A turned field's
 * caption turns with it.
 */
export function withCaption(field: LetteredField, box: Box, locale: Locale): Box {
  const text = captionText(field, locale)
  if (!text || !field.caption || field.turn !== 0) return box
  const [wide, high] = [
    textWidth(text, { face: 'sans' }, field.caption.size),
    field.caption.size * MM_PER_POINT,
  ]
  switch (field.caption.side) {
    case 'left':
      return { ...box, x: box.x - 1.5 - wide, w: box.w + 1.5 + wide }
    case 'above':
      return { ...box, y: box.y - 0.6 - high, h: box.h + 0.6 + high }
    case 'below':
      return { ...box, h: box.h + high }
  }
}

/** The caption of a field beside, above or below its box. */
export function setCaption(field: LetteredField, box: Box, ink: string, locale: Locale): Mark[] {
  const caption = field.caption
  const text = captionText(field, locale)
  if (!caption || !text) return []
  const wide = textWidth(text, { face: 'sans' }, caption.size)
  const at = (x: number, y: number): Mark[] => [
    { kind: 'text', field: field.id, face: 'sans', size: caption.size, ink, text, x, y },
  ]
  switch (caption.side) {
    case 'left':
      return at(box.x - 1.5 - wide, box.y + box.h - footOf(field.type.size))
    case 'above':
      return at(box.x, box.y - 0.6)
    case 'below':
      return at(
        field.type.align === 'center' ? box.x + (box.w - wide) / 2 : box.x,
        box.y + box.h + caption.size * MM_PER_POINT,
      )
  }
}

/** The box in which a turned field is set before it is turned: from the origin, as wide as its text runs. */
export const flatBox = (box: Box, turn: Turn): Box =>
  turn === 0 ? box : { x: 0, y: 0, w: turn === 180 ? box.w : box.h, h: turn === 180 ? box.h : box.w }

/** Marks set in the flat box, turned against the clock into their place on the sheet. */
export function turned(marks: readonly Mark[], box: Box, turn: Turn): readonly Mark[] {
  if (turn === 0) return marks
  const to = (u: number, v: number): [number, number] =>
    turn === 90
      ? [box.x + v, box.y + box.h - u]
      : turn === 180
        ? [box.x + box.w - u, box.y + box.h - v]
        : [box.x + box.w - v, box.y + u]
  return marks.map((mark): Mark => {
    if (mark.kind === 'text') {
      const [x, y] = to(mark.x, mark.y)
      return { ...mark, x, y, turn }
    }
    if (mark.kind === 'line') {
      const [[x, y], [x2, y2]] = [to(mark.x, mark.y), to(mark.x2, mark.y2)]
      return { ...mark, x, y, x2, y2 }
    }
    if (mark.kind === 'rect') {
      const [[ax, ay], [bx, by]] = [to(mark.x, mark.y), to(mark.x + mark.w, mark.y + mark.h)]
      return { ...mark, x: Math.min(ax, bx), y: Math.min(ay, by), w: Math.abs(ax - bx), h: Math.abs(ay - by) }
    }
    return mark
  })
}
