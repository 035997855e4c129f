import { pdfsToDiscard, usualReasons, usualSettings, type ReasonKind } from '#core/office/settings'
import type { Id } from '#core/base/id'
import { db } from '../store/db'

/** The reasons that are offered in one place: the office's own list, else the usual ones. */
export const readReasons = async (kind: ReasonKind): Promise<readonly string[]> =>
  (await db.reasonLists.get(kind))?.reasons ?? usualReasons[kind]

/** For how many days the PDF of a counted-off run is kept; null: for ever. */
export const readKeepDays = async (): Promise<number | null> =>
  ((await db.settings.get('office')) ?? usualSettings).keepPapersDays

/** Runs whose PDFs the office no longer wants to keep at this moment. */
export async function readPdfsToDiscard(now: string): Promise<Id<'run'>[]> {
  const settings = (await db.settings.get('office')) ?? usualSettings
  if (settings.keepPapersDays === null) return []
  const kept = await db.papers.toCollection().primaryKeys()
  const runs = (await db.runs.bulkGet(kept)).filter(run => run !== undefined)
  return pdfsToDiscard(settings, runs, now)
}
