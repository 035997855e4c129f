import { good, refuse, type Result } from '../base/result'
import { markOf, MARK, type TrailLine } from './trail'

/** A line of the trail as it stands outside of the office: on paper, or in the name of a file. */
export interface MarkOutside {
  readonly seq: number
  readonly mark: string
}
/** A number, with commas or without, and behind it the digits of a mark: a group of its own. */
const OUTSIDE = new RegExp(
  `(?:^|[^\\d,])(\\d{1,3}(?:,\\d{3})+|\\d+),?\\s+(?:mark:?\\s+)?([0-9a-f]{${MARK}})(?![0-9a-z])`,
  'gi',
)

/**
 * Reads what is copied from a cover page, the report of a closed statement or the name of an automatic backup:
 * `2,588, mark 1a2b3c4d` or `line 2588 1a2b3c4d`. Refused where no such pair is in it, or more than one.
 */
export function readMark(text: string): Result<MarkOutside> {
  const found = [...text.matchAll(OUTSIDE)]
  if (found.length !== 1)
    return refuse(
      'mark-unread',
      found.length
        ? 'This names more than one line: type one of them'
        : `Type the number of the line and its mark of ${MARK} letters and digits, as in “2,588, mark 1a2b3c4d”`,
      { field: 'mark', value: text },
    )
  const [, seq, mark] = found[0]!
  return good({ seq: Number(seq!.replaceAll(',', '')), mark: mark!.toLowerCase() })
}

/**
 * Holds what stands outside against the trail of this office. `line` is the line of that number, undefined where
 * there is none; `last` is how many lines there are. What was mistyped looks like what was changed, so that a
 * difference names both.
 */
export function compareMark(
  { seq, mark }: MarkOutside,
  line: Pick<TrailLine, 'hash'> | undefined,
  last: number,
): Result<string> {
  const number = seq.toLocaleString('en-US')
  if (!line)
    return refuse(
      'mark-no-line',
      `The trail has no line ${number}; its last is ${last.toLocaleString('en-US')}. Unless this is mistyped or an older backup was restored, the end of the trail was cut off`,
      { field: 'mark', value: seq, limit: last },
    )
  const here = markOf(line.hash)
  if (here !== mark)
    return refuse(
      'mark-differs',
      `Line ${number} has the mark ${here} here, not ${mark}. Unless this is mistyped or an older backup was restored, the trail was written anew`,
      { field: 'mark', value: mark, limit: here },
    )
  return good(
    `Line ${number} has the same mark here. If the check found nothing, the trail is unchanged up to that line.`,
  )
}
