import { textBlock, textsWith, type TextBlock } from '#core/find/textBlock'
import { actName, lineText } from '#core/trail/lineText'
import type { TrailLine } from '#core/trail/trail'

/** What lines of the trail can be about, beside the whole office. */
export const trailSubjects = { bill: 'bill', payee: 'payee', run: 'run', book: 'number book' } as const
export interface TrailSubject {
  readonly about: keyof typeof trailSubjects
  readonly id: string
}

/** Which lines of the trail are asked for: what is blank takes all. */
export interface TrailAsked {
  /** What is in the details or the name of who did it, in lower case. */
  readonly text: string
  /** The name of the act as it is shown. */
  readonly act: string
  /** ISO 8601. */
  readonly day: string
  readonly subject: TrailSubject | undefined
}
export const isNarrowed = ({ text, act, day, subject }: TrailAsked): boolean =>
  Boolean(text || act || day || subject)

/** What a search of the trail looks at of some lines. */
export interface TrailBlock {
  readonly seqs: Uint32Array
  /** The day of each, as many letters as any day has. */
  readonly days: string
  /** The act of each as it is shown, a line each. */
  readonly acts: string
  /** The number book that a line is about, by the place of the line; other things have an index of their own. */
  readonly books: Readonly<Record<number, string>>
  /** Details and name of each as they are shown, a line each, in lower case. */
  readonly texts: TextBlock
}
const DAY = 'YYYY-MM-DD'.length
export const trailBlock = (lines: readonly TrailLine[]): TrailBlock => ({
  seqs: Uint32Array.from(lines, line => line.seq),
  days: lines.map(line => line.at.slice(0, DAY)).join(''),
  acts: lines.map(line => actName(line.act)).join('\n'),
  books: Object.fromEntries(lines.flatMap(({ about: { book } }, i) => (book ? [[i, book]] : []))),
  texts: textBlock(lines.map(line => `${lineText(line)}\n${line.by}`.toLowerCase())),
})

/** The numbers of the lines that are asked for, in their order. What they are about is asked only of number books. */
export function linesLike(block: TrailBlock, { text, act, day, subject }: TrailAsked): number[] {
  const acts = act ? block.acts.split('\n') : []
  const found: number[] = []
  for (const [place] of textsWith(block.texts, text))
    if (
      (!act || acts[place] === act) &&
      block.days.startsWith(day, place * DAY) &&
      (subject?.about !== 'book' || block.books[place] === subject.id)
    )
      found.push(block.seqs[place]!)
  return found
}
