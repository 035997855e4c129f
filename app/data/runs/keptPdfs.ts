import { correctionOf } from '#core/fit/fit'
import { proofer } from '#core/proof/compose'
import type { Drawing } from '#core/proof/marks'
import { checksPerSheet } from '#core/paper/stock'
import { bySheets, type Run } from '#core/runs/run'
import { makePaper } from './makePaper'
import { momentNow } from '../office/office'
import type { Id } from '#core/base/id'
import type { NumberRow } from '#core/numbers/book'
import { readCopy, readKeptPaper, readRunCopies } from './copyReads'
import { readFit } from '../fit/printerReads'
import { readRun } from './runReads'

/** The PDF of a printed run: the one kept, or the same made again from the frozen copies of its checks. */
export async function paperOf(run: Run): Promise<Uint8Array | undefined> {
  const kept = await readKeptPaper(run.id)
  if (kept) return kept.bytes
  const copies = await readRunCopies(run)
  if (!copies) return undefined
  const fit = await readFit(run.printing?.fitId)
  const sheets = bySheets(
    run.checks.map((c, i) => ({ sheet: c.sheet, place: c.place, i })),
    checksPerSheet(copies.stock),
  ).map(sheet => sheet.map(c => c?.i ?? null))
  const made = await makePaper({
    ...copies,
    sheets,
    ...(fit && { fit: correctionOf(fit.deviation) }),
    ...(run.printing?.micr && { micr: run.printing.micr }),
    title: `Checks ${run.checks[0]?.number} to ${run.checks.at(-1)?.number}`,
    madeAt: run.printedAt,
  }).made
  return made === 'stopped' ? undefined : made.bytes
}

/**
 * One check alone, from its frozen copy, through the fit its run went through: to be put out once more under
 * its own number.
 */
export async function paperOfCheck(row: NumberRow): Promise<Uint8Array | undefined> {
  const copy = await readCopy(row)
  if (!copy || !row.check) return undefined
  const printing = (await readRun(row.check.runId))?.printing
  const fit = await readFit(printing?.fitId)
  const perSheet = checksPerSheet(copy.stock)
  const sheet = Array.from({ length: perSheet }, (_, i) => (i === row.check!.place - 1 ? 0 : null))
  const made = await makePaper({
    layout: copy.layout,
    stock: copy.stock,
    account: copy.account,
    checks: [copy.facts],
    sheets: [sheet],
    ...(fit && { fit: correctionOf(fit.deviation) }),
    ...(printing?.micr && { micr: printing.micr }),
    title: `Check ${row.number}`,
    madeAt: momentNow(),
  }).made
  return made === 'stopped' ? undefined : made.bytes
}

/** The continuation sheets of a run, if it has any. */
export const continuationOf = async (runId: Id<'run'>): Promise<Uint8Array | undefined> =>
  (await readKeptPaper(runId))?.continuation

/** What one sheet of a printed run was meant to be, from the frozen copies of its checks. */
export async function drawingOfSheet(run: Run, sheet: number): Promise<Drawing | undefined> {
  const copies = await readRunCopies(run)
  if (!copies) return undefined
  const ready = proofer(copies.layout, copies.stock, copies.account)
  const checks = Array.from({ length: ready.perSheet }, (_, i) => {
    const at = run.checks.findIndex(c => c.sheet === sheet && c.place === i + 1)
    return copies.checks[at] ?? null
  })
  return ready.sheet(checks).drawing
}
