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

/** What a search of the trail looks at of one line. */
export interface SearchedLine {
  readonly seq: number
  readonly at: string
  readonly act: string
  /** Details and name as they are shown, a line each, in lower case. */
  readonly text: string
  readonly about: TrailLine['about']
}
export const searchedLine = (line: TrailLine): SearchedLine => ({
  ...{ seq: line.seq, at: line.at, act: actName(line.act), about: line.about },
  text: `${lineText(line)}\n${line.by}`.toLowerCase(),
})

/** The numbers of the lines that are asked for, newest first. */
export function linesLike(
  lines: Iterable<SearchedLine>,
  { text, act, day, subject }: TrailAsked,
  most: number,
): number[] {
  const found: number[] = []
  for (const line of lines)
    if (
      (!act || line.act === act) &&
      line.at.startsWith(day) &&
      (!subject || line.about[subject.about] === subject.id) &&
      line.text.includes(text)
    )
      found.push(line.seq)
  return found.sort((a, b) => b - a).slice(0, most)
}
