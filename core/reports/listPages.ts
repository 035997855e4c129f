import type { Mm } from '../paper/length'
import { MM_PER_POINT } from '../paper/length'
import type { Drawing, Mark } from '../proof/marks'
import { textWidth, wrap } from '../proof/fitText'
import { lacking, type FaceName } from '../faces/face'

/** A column of a list: its share of the width, and whether its figures stand at the right. */
interface ListColumn {
  readonly title: string
  readonly share: number
  readonly right?: boolean
}
/**
 * A paper for the file: a title, facts in pairs, words, a table that goes on over as many pages as it needs,
 * and lines to sign on.
 */
export interface ListPaper {
  readonly title: string
  readonly under?: string
  readonly facts?: readonly (readonly [string, string])[]
  readonly words?: readonly string[]
  readonly columns?: readonly ListColumn[]
  readonly rows?: readonly (readonly string[])[]
  readonly sum?: readonly string[]
  readonly sign?: readonly string[]
}

const INK = '#1a1822'
const QUIET = '#5c5668'
const MARGIN: Mm = 18
const SIZE = 9
/** Between the figures of a column and the next column. */
const GAP: Mm = 5
const LINE: Mm = SIZE * MM_PER_POINT * 1.4

/** A text with what the face lacks shown as a question mark: a list may name what a check could not print. */
function printable(face: FaceName, text: string): string {
  let t = text
  for (let missing = lacking(face, t); missing; missing = lacking(face, t)) t = t.replaceAll(missing, '?')
  return t
}

/**
 * Sets a paper on sheets of that size; long texts are broken, a table's head stands on every page, every page
 * says which of how many it is.
 */
export function listPages(paper: ListPaper, { w, h }: { w: Mm; h: Mm } = { w: 215.9, h: 279.4 }): Drawing[] {
  const pages: Mark[][] = []
  let y = h
  const text = (
    x: Mm,
    at: Mm,
    said: string,
    size = SIZE,
    face: FaceName = 'sans',
    right = false,
    ink = INK,
  ): Mark => {
    const t = printable(face, said)
    return {
      kind: 'text',
      field: 'list',
      face,
      size,
      ink,
      text: t,
      y: at,
      x: right ? x - textWidth(t, { face }, size) : x,
    }
  }
  const put = (...marks: Mark[]): void => {
    pages.at(-1)!.push(...marks)
  }
  const open = (): void => {
    pages.push([])
    put(text(MARGIN, MARGIN + 2, paper.title, pages.length === 1 ? 16 : 11, 'serif-bold'))
    if (paper.under) put(text(w - MARGIN, MARGIN + 2, paper.under, SIZE, 'sans', true, QUIET))
    put({ kind: 'line', x: MARGIN, y: MARGIN + 5, x2: w - MARGIN, y2: MARGIN + 5, width: 0.3, ink: INK })
    y = MARGIN + 12
  }
  const room = (needed: Mm): boolean => y + needed <= h - MARGIN
  open()
  for (const [name, value] of paper.facts ?? []) {
    const lines = wrap(printable('sans', value), w - 2 * MARGIN - 55, { face: 'sans' }, SIZE)
    if (!room(LINE * lines.length)) open()
    put(text(MARGIN, y, name, SIZE, 'sans', false, QUIET))
    for (const line of lines) {
      put(text(MARGIN + 55, y, line, SIZE, 'sans-bold'))
      y += LINE
    }
  }
  if (paper.facts?.length) y += LINE * 0.6
  for (const paragraph of paper.words ?? []) {
    for (const line of wrap(printable('sans', paragraph), w - 2 * MARGIN, { face: 'sans' }, SIZE + 1)) {
      if (!room(LINE)) open()
      put(text(MARGIN, y, line, SIZE + 1))
      y += LINE * 1.1
    }
    y += LINE * 0.6
  }
  const columns = paper.columns ?? []
  const all = columns.reduce((s, c) => s + c.share, 0)
  const widths = columns.map(c => ((w - 2 * MARGIN) * c.share) / all)
  const lefts = widths.map((_, i) => MARGIN + widths.slice(0, i).reduce((a, b) => a + b, 0))
  const row = (cells: readonly string[], face: FaceName, ink = INK): void => {
    const set = cells.map((cell, i) => wrap(printable(face, cell), widths[i]! - GAP, { face }, SIZE))
    const lines = Math.max(1, ...set.map(s => s.length))
    set.forEach((s, i) =>
      s.forEach((line, k) =>
        put(
          text(
            columns[i]!.right ? lefts[i]! + widths[i]! - GAP : lefts[i]!,
            y + k * LINE,
            line,
            SIZE,
            face,
            columns[i]!.right,
            ink,
          ),
        ),
      ),
    )
    y += LINE * lines + 0.6
  }
  const head = (): void => {
    row(
      columns.map(c => c.title),
      'sans',
      QUIET,
    )
    put({
      kind: 'line',
      x: MARGIN,
      y: y - LINE + 1.4,
      x2: w - MARGIN,
      y2: y - LINE + 1.4,
      width: 0.15,
      ink: QUIET,
    })
    y += 1.2
  }
  if (columns.length) head()
  for (const cells of paper.rows ?? []) {
    const lines = Math.max(
      1,
      ...cells.map((cell, i) => wrap(cell, widths[i]! - GAP, { face: 'sans' }, SIZE).length),
    )
    if (!room(LINE * lines)) {
      open()
      head()
    }
    row(cells, 'sans')
  }
  if (paper.sum) {
    if (!room(LINE * 2)) {
      open()
      head()
    }
    put({ kind: 'line', x: MARGIN, y: y - LINE + 1, x2: w - MARGIN, y2: y - LINE + 1, width: 0.3, ink: INK })
    y += 1
    row(paper.sum, 'sans-bold')
  }
  for (const who of paper.sign ?? []) {
    if (!room(22)) open()
    y += 18
    put(
      { kind: 'line', x: MARGIN, y, x2: MARGIN + 75, y2: y, width: 0.2, ink: INK },
      text(MARGIN, y + 4.5, who, 8, 'sans', false, QUIET),
    )
  }
  return pages.map((marks, i) => ({
    w,
    h,
    layers: [
      {
        shared: false,
        marks: [...marks, text(w - MARGIN, h - 10, `${i + 1} of ${pages.length}`, 8, 'sans', true, QUIET)],
      },
    ],
  }))
}
