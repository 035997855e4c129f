import { writeRun } from '#core/exchange/runFile'
import type { Run } from '#core/runs/run'
import { db } from '../store/db'
import { saveText } from '../files/fileOut'

/** Saves a run as a file for who prints it elsewhere: what stands on each of its checks, as it was frozen. */
export async function saveRunFile(run: Pick<Run, 'id'>): Promise<void> {
  const copies = await db.copies.where('runId').equals(run.id).toArray()
  const checks = copies.map(copy => copy.facts).sort((a, b) => a.number - b.number)
  const [first, last] = [checks[0]?.number, checks.at(-1)?.number]
  saveText(writeRun(run.id, checks), `run-${first}-${last}.csv`, 'text/csv')
}
