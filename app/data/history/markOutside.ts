import type { Result } from '#core/base/result'
import { compareMark, readMark } from '#core/trail/mark'
import { db } from '../store/db'
import { lastLine } from './lastLine'

/** Holds a line and its mark, as a person copied them from paper or from a file's name, against the trail. */
export async function compareOutside(text: string): Promise<Result<string>> {
  const outside = readMark(text)
  if (!outside.ok) return outside
  const [line, last] = [await db.trail.get(outside.value.seq), await lastLine()]
  return compareMark(outside.value, line, last?.seq ?? 0)
}
