import { howMany } from '../base/howMany'
import type { Id } from '../base/id'
import { good, refuse, type Refusal } from '../base/result'
import type { Entry, LedgerAccount } from '../ledger/entry'
import type { Decision, Stamp } from '../trail/trail'
import type { Company } from '../accounts/account'
import { withdraw } from '../payments/amend'
import type { Bill } from '../bills/bill'
import { cancelBill } from '../payments/changeBill'
import type { Payee } from '../payees/payee'
import type { Payment } from '../payments/payment'
import { importText, type ImportedFile } from './importRows'

/** What an import left, as it is now: what has moved on since stays. */
export interface UndoKnown {
  readonly intake: ImportedFile
  readonly company: Company
  /** Payees and ledger accounts that came with it, those that are still here. */
  readonly payees: readonly Payee[]
  readonly ledgers: readonly LedgerAccount[]
  /** All bills and payments of those payees, and all that came with it. */
  readonly bills: readonly Bill[]
  readonly payments: readonly Payment[]
  /** The entries that stand for the bills that came with it. */
  readonly entries: ReadonlyMap<Id<'bill'>, Entry>
  /** Payees that another one became a part of. */
  readonly mergedInto: ReadonlySet<Id<'payee'>>
  /** Ledger accounts that something names that did not come with it, or that stays of it. */
  readonly used: ReadonlySet<Id<'ledger'>>
}

/** Why an intake cannot be taken back as a whole: a payee of it has a bill or a payment besides. */
function dependsOn({ intake, payees, bills, payments, mergedInto }: UndoKnown): Refusal | undefined {
  const merged = payees.find(p => p.became ?? mergedInto.has(p.id))
  if (merged)
    return {
      code: 'intake-used',
      text: `${merged.name} has been merged since, so the import cannot be undone`,
      field: 'file',
    }
  const [ownBills, ownPayments] = [new Set(intake.bills), new Set(intake.payments)]
  const came = new Set(intake.payees)
  const since =
    bills
      .filter(b => b.stage !== 'cancelled' && !ownBills.has(b.id) && came.has(b.payeeId))
      .sort((a, b) => a.ourNumber - b.ourNumber)[0] ??
    payments.find(p => p.state !== 'cancelled' && !ownPayments.has(p.id) && came.has(p.payeeId))
  if (!since) return undefined
  const payee = payees.find(p => p.id === since.payeeId)
  const what = 'number' in since ? `bill ${since.number}` : 'a payment'
  return {
    code: 'intake-used',
    text: `${payee?.name} has ${what} that did not come from this file, so the import cannot be undone`,
    field: 'file',
  }
}

/** What of an import stays after it was taken back, in words; blank where nothing does. */
export const stayedText = ({ payees, ledgers, filledIn }: NonNullable<ImportedFile['stayed']>): string =>
  [
    payees &&
      `${howMany(payees, 'payee')} kept because ${payees === 1 ? 'it is' : 'they are'} used elsewhere`,
    ledgers &&
      `${howMany(ledgers, 'ledger account')} kept because ${ledgers === 1 ? 'it is' : 'they are'} used elsewhere`,
    filledIn && `${howMany(filledIn, 'payee')} kept with the details that the file added`,
  ]
    .filter(Boolean)
    .join('; ')

/**
 * Takes back what came with a file, as a whole: its bills are cancelled, its payments withdrawn, and payees and
 * ledger accounts that nothing else names go with it. A payee whose bills and payments all came with the file
 * is marked as removed, since those rows stay for the record. Refused where one of them is settled, booked or
 * used by something else.
 */
export function undoImport(
  known: UndoKnown,
  stamp: Stamp,
): Decision<{
  intakes: ImportedFile[]
  bills: Bill[]
  entries: Entry[]
  payments: Payment[]
  payees: Payee[]
}> {
  const { intake, company } = known
  if (intake.takenBack) return refuse('intake-back', 'This import was already undone', { field: 'file' })
  if (intake.numbers)
    return refuse('intake-numbers', 'Its check numbers are undone with it', { field: 'file' })
  const used = dependsOn(known)
  if (used) return { ok: false, refusal: used }
  const why = `Import of ${intake.file} undone`
  const [ownBills, ownPayments] = [new Set(intake.bills), new Set(intake.payments)]
  const bills: Bill[] = []
  const entries: Entry[] = []
  for (const bill of known.bills.filter(b => ownBills.has(b.id) && b.stage !== 'cancelled')) {
    const gone = cancelBill({ bill, payee: '', entry: known.entries.get(bill.id), company }, { why })
    if (!gone.ok)
      return refuse(gone.refusal.code, `bill ${bill.number}: ${gone.refusal.text}`, { field: 'file' })
    bills.push(...gone.value.changes.bills)
    entries.push(...gone.value.changes.entries)
  }
  const payments: Payment[] = []
  for (const payment of known.payments.filter(p => ownPayments.has(p.id) && p.state !== 'cancelled')) {
    const gone = withdraw({ payment }, { why })
    if (!gone.ok) return refuse(gone.refusal.code, gone.refusal.text, { field: 'file' })
    payments.push(...gone.value.changes.payments)
  }
  const others = [
    ...known.bills.filter(b => !ownBills.has(b.id)),
    ...known.payments.filter(p => !ownPayments.has(p.id)),
  ]
  const namedElsewhere = new Set(others.map(r => r.payeeId))
  const namedHere = new Set([...known.bills, ...known.payments].map(r => r.payeeId))
  const leaving = known.payees.filter(p => !namedElsewhere.has(p.id))
  const [kept, gone] = [leaving.filter(p => namedHere.has(p.id)), leaving.filter(p => !namedHere.has(p.id))]
  const ledgers = known.ledgers.filter(l => !known.used.has(l.id))
  const stayed = {
    payees: known.payees.length - leaving.length,
    ledgers: known.ledgers.length - ledgers.length,
    filledIn: intake.filledIn?.length ?? 0,
  }
  const staying = stayedText(stayed)
  const back = importText({ bills, payments, payees: leaving, ledgers }) || 'nothing that was left'
  return good({
    changes: {
      intakes: [{ ...intake, takenBack: stamp.at, ...(staying && { stayed }) }],
      ...{ bills, entries, payments },
      payees: kept.map(p => ({ ...p, removed: stamp.at })),
    },
    removes: { payees: gone.map(p => p.id), ledgers: ledgers.map(l => l.id) },
    trail: {
      act: 'Import undone',
      text: `Undid the import of ${intake.file}: ${back}${staying ? `; ${staying}` : ''}.`,
      about: { intake: intake.id, company: company.id },
    },
  })
}
