import type { BankLine } from '#core/bank/bankLine'
import type { Reconciliation } from '#core/bank/reconcile'
import type { Statement } from '#core/bank/statement'
import { bankLetter } from '#core/reports/bankLetter'
import { closedReport, reconciliationReport } from '#core/reports/reconciliation'
import { localToday } from '~/stores/office'
import { anchorOf } from '../history/anchor'
import { momentText } from '../office/office'
import { saveList } from '../runs/listPaper'
import type { AccountView } from '../accounts/accountReads'

/** Saves the open statement beside the books, as of a day. */
export const saveReconciliation = (
  { account, company }: AccountView,
  statement: Statement,
  state: Reconciliation,
): Promise<void> =>
  saveList(reconciliationReport(account, company, statement, state), `reconciliation-${state.through}.pdf`)
/** Saves the report of a closed statement. */
export const saveClosedReport = async (
  { account, company }: AccountView,
  statement: Statement,
  lines: readonly BankLine[],
): Promise<void> =>
  saveList(
    closedReport(account, company, statement, lines, {
      moment: momentText,
      anchor: await anchorOf('statement', statement.id),
    }),
    `reconciliation-${statement.closing?.through}.pdf`,
  )
/** Saves a letter to the bank about one line of its statement. */
export const saveBankLetter = (view: AccountView, line: BankLine, reason: string): Promise<void> =>
  saveList(bankLetter(line, reason, view.facts, localToday()), `bank-${line.number ?? line.date}.pdf`)
