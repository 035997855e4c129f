import { hashOf } from '../base/hash'
import { refuse, type Result } from '../base/result'

/**
 * Who does an act, and when (ISO 8601 with the offset of the place); handed in, since the core has no clock.
 */
export interface Stamp {
  readonly at: string
  readonly by: string
  /** The act's own key, from when its form was opened: the same key is never done twice. */ readonly key?: string
}

/** What an act writes down: its name, a sentence, and the keys of the things it touched. */
export interface TrailDraft {
  readonly act: string
  readonly text: string
  readonly about: Readonly<Record<string, string>>
}

/** What a line says of all rows as its act left them; lines of the first versions say nothing of them. */
export interface RowsStated {
  /** A hash over the sums of all tables. */
  readonly rows: string
  /** The sum of each table that the act touched; of every table in the first line that states any. */
  readonly tables: Readonly<Record<string, string>>
  /** What the tables came to before the act, where that is not what the line before had left. */
  readonly found?: string
}

/**
 * One line of the append-only record. `hash` covers all else in the line, and through `before` every line
 * before it.
 */
export interface TrailLine extends TrailDraft, Stamp, Partial<RowsStated> {
  readonly seq: number
  readonly before: string
  readonly hash: string
}

/** What stands in the place of the line before in the first line of a trail. */
export const TRAIL_START = '0'.repeat(64)

/** What an act decided: what to write, all at once, and its line in the trail. */
interface Decided<Changes> {
  readonly changes: Changes
  /** Keys of rows that go, by table; the trail says which. */
  readonly removes?: Readonly<Record<string, readonly string[]>>
  readonly trail: TrailDraft
}
export type Decision<Changes> = Result<Decided<Changes>>

/** The next line of a trail that ends with `last` (undefined: the trail is empty), and what it states of the rows. */
export function trailLine(
  draft: TrailDraft,
  stamp: Stamp,
  last: Pick<TrailLine, 'seq' | 'hash'> | undefined,
  stated?: RowsStated,
): TrailLine {
  const body = {
    ...draft,
    ...stated,
    at: stamp.at,
    by: stamp.by,
    ...(stamp.key && { key: stamp.key }),
    seq: (last?.seq ?? 0) + 1,
    before: last?.hash ?? TRAIL_START,
  }
  return { ...body, hash: hashOf(body) }
}

/** Digits of a hash that a person compares. */
export const MARK = 8
/** The beginning of a hash, by which a line is known on paper and in names of files. */
export const markOf = (hash: string): string => hash.slice(0, MARK)
/** A line of the trail as it stands on paper: its number and its mark. */
export const anchorText = (seq: number, hash: string): string =>
  `${seq.toLocaleString('en-US')}, mark ${markOf(hash)}`

/** One press, one act: the refusal of an act whose key stands in the trail already. */
export const doneAlready = (): Result<never> => refuse('act-twice', 'This was already done', { field: 'act' })

/**
 * The first line whose number, link or hash is not what it should be; undefined where the whole chain holds.
 */
export function firstBroken(lines: readonly TrailLine[]): TrailLine | undefined {
  let before = TRAIL_START
  for (const [i, line] of lines.entries()) {
    const { hash, ...body } = line
    if (line.seq !== i + 1 || line.before !== before || hashOf(body) !== hash) return line
    before = hash
  }
  return undefined
}
