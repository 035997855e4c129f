import { byMoment } from '#core/base/dates'
import type { Id } from '#core/base/id'
import type { CheckNumber, NumberRow } from '#core/numbers/book'
import type { Paper } from '#core/office/tables'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'
import { copyId, type Run } from '#core/runs/run'
import { db } from '../store/db'

export interface CopyView {
  readonly facts: CheckFacts
  readonly account: AccountFacts
  readonly layout: Layout
  readonly stock: Stock
}

/**
 * What was printed under a number, with the layout it was printed with; undefined where it carries no check.
 */
export async function readCopy(row: NumberRow): Promise<CopyView | undefined> {
  if (!row.check) return undefined
  const [copy, run] = await Promise.all([
    db.copies.get(copyId(row.check.runId, row.number)),
    db.runs.get(row.check.runId),
  ])
  const key = copy?.version ?? run?.printedWith
  const version = key ? await db.layoutVersions.get(key) : undefined
  return copy && version
    ? { facts: copy.facts, account: version.account, layout: version.layout, stock: version.stock }
    : undefined
}

/** The checks of a printed run as they were printed, in the order of its sheets. */
export async function readRunCopies(
  run: Run,
): Promise<{ checks: CheckFacts[]; account: AccountFacts; layout: Layout; stock: Stock } | undefined> {
  const version = run.printedWith ? await db.layoutVersions.get(run.printedWith) : undefined
  if (!version) return undefined
  const copies = await db.copies.bulkGet(run.checks.map(c => copyId(run.id, c.sentAs ?? c.number)))
  return {
    checks: copies.flatMap(c => (c ? [c.facts] : [])),
    account: version.account,
    layout: version.layout,
    stock: version.stock,
  }
}

/** The stock of a layout version: what a run was printed on. */
export const readPrintedStock = async (version: string): Promise<Stock | undefined> =>
  (await db.layoutVersions.get(version))?.stock

/** The kept PDF of a run, if it was made in this browser. */
export const readKeptPaper = (runId: Id<'run'>): Promise<Paper | undefined> => db.papers.get(runId)

/** A check that was printed: which run and sheet it is on. */
export interface PrintedCheck {
  readonly number: CheckNumber
  readonly payee: string
  readonly run: Run
  readonly sheet: number
}

const MOST_PRINTED = 60

/** The checks last printed on a stock, newest first. */
export async function readPrintedOn(stockId: string): Promise<PrintedCheck[]> {
  const versions = new Set(await db.layoutVersions.filter(v => v.stock.id === stockId).primaryKeys())
  const runs = (
    await db.runs.filter(r => r.printedWith !== null && versions.has(r.printedWith)).toArray()
  ).sort((a, b) => byMoment(b.printedAt, a.printedAt))
  const found: PrintedCheck[] = []
  for (const run of runs) {
    for (const c of [...run.checks].reverse()) {
      if (c.outcome?.kind === 'never came out') continue
      if (found.length === MOST_PRINTED) return found
      found.push({
        number: c.number,
        payee: (await db.payments.get(c.paymentId))?.name ?? '',
        run,
        sheet: c.sheet,
      })
    }
  }
  return found
}
