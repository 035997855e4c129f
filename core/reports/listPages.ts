import { type Mm, MM_PER_POINT } from '../paper/length'
import type { Drawing, Mark } from '../proof/marks'
import { textWidth, wrap } from '../proof/fitText'
import { lacking } from '../faces/face'
import type { FaceName } from '../faces/faceNames'

/** A column of a list: its share of the width or, where none is told, as wide as what stands in it needs. */
interface PaperColumn {
  readonly title: string
  readonly share?: number
  /** Its figures stand at the right. */
  readonly right?: boolean
  /** Its cells are not broken, e.g. days. */
  readonly whole?: boolean
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
  readonly columns?: readonly PaperColumn[]
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
/** Width kept for the names of facts. */
const NAMES: Mm = 55
const LINE: Mm = SIZE * MM_PER_POINT * 1.4

/** A text with what the face lacks shown as a question mark: a list may name what a check could not print. */
function printable(face: FaceName, text: string): string {
  let t = text
  for (let missing = lacking(face, t); missing; missing = lacking(face, t)) t = t.replaceAll(missing, '?')
  return t
}

interface Text {
  readonly x: Mm
  readonly y: Mm
  readonly size?: number
  readonly face?: FaceName
  readonly right?: boolean
  readonly ink?: string
}
function text(said: string, { x, y, size = SIZE, face = 'sans', right = false, ink = INK }: Text): Mark {
  const words = printable(face, said)
  const left = right ? x - textWidth(words, { face }, size) : x
  return { kind: 'text', field: 'list', face, size, ink, text: words, y, x: left }
}
const broken = (said: string, width: Mm, size = SIZE, face: FaceName = 'sans'): string[] =>
  wrap(printable(face, said), width, { face }, size)

/** A column and where it stands. */
interface Placed extends PaperColumn {
  readonly left: Mm
  readonly width: Mm
}
/** The widest that a cell may ask for where columns are as wide as they need. */
const WIDEST: Mm = 90
/** How wide a column wants to be, and how narrow it may be without breaking a word. */
function needOf(column: PaperColumn, cells: readonly string[]): { wants: Mm; least: Mm } {
  const widthOf = (said: string): Mm => textWidth(printable('sans-bold', said), { face: 'sans-bold' }, SIZE)
  const [wants, least] = [column.title, ...cells].reduce(
    ([widest, longest], cell) => [
      Math.max(widest, widthOf(cell)),
      Math.max(longest, ...cell.split(' ').map(widthOf)),
    ],
    [0, 0],
  )
  return { wants: Math.min(WIDEST, wants) + GAP, least: (column.whole ? wants : least) + GAP }
}
/** Widths of columns by what stands in them: each word whole, and the room that is left by what is wanted still. */
function widthsByNeed(columns: readonly PaperColumn[], rows: readonly (readonly string[])[], room: Mm): Mm[] {
  const needs = columns.map((column, i) =>
    needOf(
      column,
      rows.map(row => row[i] ?? ''),
    ),
  )
  const total = (of: (need: (typeof needs)[number]) => Mm): Mm => needs.reduce((sum, n) => sum + of(n), 0)
  const [wanted, least] = [total(n => n.wants), total(n => Math.min(n.least, n.wants))]
  if (wanted <= room) return needs.map(n => n.wants * (room / wanted))
  if (least >= room) return needs.map(n => n.least * (room / least))
  const left = (room - least) / (wanted - least)
  return needs.map(n => Math.min(n.least, n.wants) + left * (n.wants - Math.min(n.least, n.wants)))
}
function placed({ columns = [], rows = [], sum = [] }: ListPaper, room: Mm): Placed[] {
  const all = columns.reduce((total, c) => total + (c.share ?? 0), 0)
  const widths = all
    ? columns.map(c => (room * (c.share ?? 0)) / all)
    : widthsByNeed(columns, [...rows, sum], room)
  let left = MARGIN
  return columns.map((c, i) => {
    left += widths[i]!
    return { ...c, left: left - widths[i]!, width: widths[i]! }
  })
}

/** Sheets of one paper while they are filled, from the top down; `y` is the next baseline, in mm. */
class Filling {
  readonly pages: Mark[][] = []
  private y: Mm = 0
  private readonly columns: readonly Placed[]
  private readonly right: Mm

  constructor(
    private readonly paper: ListPaper,
    private readonly sheet: { readonly w: Mm; readonly h: Mm },
  ) {
    this.right = sheet.w - MARGIN
    this.columns = placed(paper, this.room)
    this.open()
  }

  private get room(): Mm {
    return this.sheet.w - 2 * MARGIN
  }
  private put(...marks: readonly Mark[]): void {
    this.pages.at(-1)?.push(...marks)
  }
  private rule(y: Mm, width: Mm, ink = INK): void {
    this.put({ kind: 'line', x: MARGIN, y, x2: this.right, y2: y, width, ink })
  }
  private open(): void {
    this.pages.push([])
    const { title, under } = this.paper
    const y = MARGIN + 2
    this.put(text(title, { x: MARGIN, y, size: this.pages.length === 1 ? 16 : 11, face: 'serif-bold' }))
    if (under) this.put(text(under, { x: this.right, y, right: true, ink: QUIET }))
    this.rule(MARGIN + 5, 0.3)
    this.y = MARGIN + 12
  }
  /** Opens another page where what comes next has no room on this one. */
  private makeRoom(needed: Mm, withHead = false): void {
    if (this.y + needed <= this.sheet.h - MARGIN) return
    this.open()
    if (withHead) this.head()
  }

  facts(facts: NonNullable<ListPaper['facts']>): void {
    for (const [name, value] of facts) {
      const lines = broken(value, this.room - NAMES)
      this.makeRoom(LINE * lines.length)
      this.put(text(name, { x: MARGIN, y: this.y, ink: QUIET }))
      for (const line of lines) {
        this.put(text(line, { x: MARGIN + NAMES, y: this.y, face: 'sans-bold' }))
        this.y += LINE
      }
    }
    if (facts.length) this.y += LINE * 0.6
  }
  words(paragraphs: readonly string[]): void {
    for (const paragraph of paragraphs) {
      for (const line of broken(paragraph, this.room, SIZE + 1)) {
        this.makeRoom(LINE)
        this.put(text(line, { x: MARGIN, y: this.y, size: SIZE + 1 }))
        this.y += LINE * 1.1
      }
      this.y += LINE * 0.6
    }
  }

  private row(cells: readonly string[], face: FaceName, ink = INK): void {
    const set = this.columns.map((c, i) => broken(cells[i] ?? '', c.width - GAP, SIZE, face))
    this.columns.forEach(({ left, width, right = false }, i) => {
      const x = right ? left + width - GAP : left
      set[i]?.forEach((line, k) => this.put(text(line, { x, y: this.y + k * LINE, face, right, ink })))
    })
    this.y += LINE * Math.max(1, ...set.map(lines => lines.length)) + 0.6
  }
  private head(): void {
    this.row(
      this.columns.map(c => c.title),
      'sans',
      QUIET,
    )
    this.rule(this.y - LINE + 1.4, 0.15, QUIET)
    this.y += 1.2
  }
  table(rows: readonly (readonly string[])[], sum: readonly string[] | undefined): void {
    if (this.columns.length) this.head()
    for (const cells of rows) {
      const high = this.columns.map((c, i) => broken(cells[i] ?? '', c.width - GAP).length)
      this.makeRoom(LINE * Math.max(1, ...high), true)
      this.row(cells, 'sans')
    }
    if (!sum) return
    this.makeRoom(LINE * 2, true)
    this.rule(this.y - LINE + 1, 0.3)
    this.y += 1
    this.row(sum, 'sans-bold')
  }
  sign(people: readonly string[]): void {
    for (const who of people) {
      this.makeRoom(22)
      this.y += 18
      const y = this.y
      this.put(
        { kind: 'line', x: MARGIN, y, x2: MARGIN + 75, y2: y, width: 0.2, ink: INK },
        text(who, { x: MARGIN, y: y + 4.5, size: 8, ink: QUIET }),
      )
    }
  }
}

/**
 * Sets a paper on sheets of that size, in mm; long texts are broken, a table's head stands on every page,
 * every page says which of how many it is.
 */
export function listPages(paper: ListPaper, sheet: { w: Mm; h: Mm } = { w: 215.9, h: 279.4 }): Drawing[] {
  const filling = new Filling(paper, sheet)
  filling.facts(paper.facts ?? [])
  filling.words(paper.words ?? [])
  filling.table(paper.rows ?? [], paper.sum)
  filling.sign(paper.sign ?? [])
  const { w, h } = sheet
  return filling.pages.map((marks, i): Drawing => {
    const which = `${i + 1} of ${filling.pages.length}`
    const foot = text(which, { x: w - MARGIN, y: h - 10, size: 8, right: true, ink: QUIET })
    return { w, h, layers: [{ shared: false, marks: [...marks, foot] }] }
  })
}
