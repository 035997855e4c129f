import type { Result } from '#core/base/result'
import { checkOrders, writeOrders } from '#core/bank/pain/paymentOrder'
import { writeRun } from '#core/exchange/runFile'
import type { BankAccount, Company } from '#core/accounts/account'
import type { CheckFacts } from '#core/proof/facts'
import type { Run } from '#core/runs/run'
import { db } from '../store/db'
import { saveText } from '../files/fileOut'

/** What stands on each check of a run, as it was frozen, by number. */
async function checksOf({ id }: Pick<Run, 'id'>): Promise<CheckFacts[]> {
  const copies = await db.copies.where('runId').equals(id).toArray()
  return copies.map(copy => copy.facts).sort((a, b) => a.number - b.number)
}
const nameOf = (checks: readonly CheckFacts[]): string => `run-${checks[0]?.number}-${checks.at(-1)?.number}`

/** Saves a run as a file for who prints it elsewhere. */
export async function saveRunFile(run: Pick<Run, 'id'>): Promise<void> {
  const checks = await checksOf(run)
  saveText(writeRun(run.id, checks), `${nameOf(checks)}.csv`, 'text/csv')
}

/**
 * Saves the checks of a run as payment orders (pain.001), for a bank or print service that reads them. Refused as
 * writing orders is; then nothing is saved.
 */
export async function saveRunOrders(
  run: Pick<Run, 'id' | 'printedAt'>,
  of: { readonly account: BankAccount; readonly company: Company },
  currency: string,
): Promise<Result<string>> {
  const checks = await checksOf(run)
  const made = writeOrders({
    ...{ method: 'CHK', messageId: run.id, at: run.printedAt, ...of, currency },
    orders: checkOrders(checks),
  })
  if (made.ok) saveText(made.value, `${nameOf(checks)}.xml`, 'application/xml')
  return made
}
