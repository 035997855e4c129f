import { byMoment } from '../base/dates'
import type { LifeLine } from './book'
import type { Fate } from './fates'
import { lineText } from '../trail/lineText'
import type { TrailLine } from '../trail/trail'

/** One thing that happened: when, by whom, and what. */
export interface HistoryLine {
  readonly key: string
  readonly at: string
  readonly by: string
  readonly text: string
  /** What the number was from then on. */
  readonly fate?: Fate
  /** The line of the trail; none for what a number tells by itself. */
  readonly about?: TrailLine['about']
}

const told = ({ payee, why, fate }: LifeLine): string => [payee, why].filter(Boolean).join(', ') || fate

/**
 * One history out of lines of the trail and the life of a number, newest first. What a number tells of an act that
 * is in the trail already is one line with it; lines that are there twice are there once.
 */
export function historyOf(lines: readonly TrailLine[], life: readonly LifeLine[] = []): HistoryLine[] {
  const trail = new Map(lines.map(line => [line.seq, line]))
  const rest = [...life]
  const found = [...trail.values()].map((line): HistoryLine => {
    const same = rest.findIndex(l => l.at === line.at)
    const [own] = same < 0 ? [] : rest.splice(same, 1)
    const why = own?.why && !own.event && !line.text.includes(own.why) ? ` (${own.why})` : ''
    return {
      ...{
        key: `t${line.seq}`,
        at: line.at,
        by: line.by,
        text: `${lineText(line)}${why}`,
        about: line.about,
      },
      ...(own && { fate: own.fate }),
    }
  })
  const others = rest.map((l, i): HistoryLine => ({
    key: `l${i}`,
    at: l.at,
    by: l.by,
    text: told(l),
    fate: l.fate,
  }))
  return [...found, ...others].sort((a, b) => byMoment(b.at, a.at) || (a.key < b.key ? 1 : -1))
}
