import { good, refuse, type Result } from '../base/result'
import { hashOf } from '../base/hash'
import { trailLineSchema } from '../trail/lineSchema'
import { TRAIL_START, type TrailLine } from '../trail/trail'

/** The trail as JSON lines, one act a line. */
export const trailOut = (lines: readonly TrailLine[]): string =>
  lines.map(l => `${JSON.stringify(l)}\n`).join('')

/**
 * Checks a trail file from its first line: each line readable, its number the next, its link and hash
 * right. Gives the count, or says the first broken line (counted from 1) and what is wrong with it.
 */
export function auditTrail(text: string): Result<{ lines: number; last: string }> {
  let before = TRAIL_START
  let count = 0
  for (const [i, row] of text.split('\n').entries()) {
    if (row.trim() === '') continue
    const broken = (what: string) =>
      refuse('trail-broken', `line ${i + 1}: ${what}`, { field: 'trail', value: i + 1 })
    let value: unknown
    try {
      value = JSON.parse(row)
    } catch {
      return broken('it is not JSON')
    }
    const read = trailLineSchema.safeParse(value)
    if (!read.success)
      return broken(
        `not a line of a trail: ${read.error.issues[0]?.path.join('.')} ${read.error.issues[0]?.message}`,
      )
    const { hash, ...body } = read.data
    if (body.seq !== count + 1)
      return broken(`it is number ${body.seq} instead of ${count + 1}, so a line is missing or was inserted`)
    if (body.before !== before) return broken('it does not follow the line before it')
    if (hashOf(body) !== hash) return broken('it was changed after it was written')
    before = hash
    count++
  }
  return count
    ? good({ lines: count, last: before })
    : refuse('trail-empty', 'The file has no trail lines', { field: 'trail' })
}
