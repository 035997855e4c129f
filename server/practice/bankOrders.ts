import type { z } from 'zod'
import { readPayFile } from '#core/bank/positivePay/readFile'
import type { PracticeAccount, Presented } from '#core/practice/bank'
import type { bankOrderSchema, BankReport, TakenCheck } from '#core/practice/bankReport'
import { sum } from '#core/money/cents'
import type { Desk } from './desk'
import { drawing } from './drawing/drawing'
import { refuseRequest } from './office'
import { sheetOf } from './sheets'

type Order = z.output<typeof bankOrderSchema>

/** An account that is open at the practice bank, or a refusal. */
export const openAccount = ({ bank }: Desk, digits: string): PracticeAccount =>
  bank.account(digits) ?? refuseRequest(404, 'The practice bank does not have this account yet', 'account')

/** What the page shows of an account. */
export const reportOf = (account: PracticeAccount, taken?: readonly TakenCheck[]): BankReport => ({
  ...{ account: account.account, from: account.from, known: account.known },
  balance: sum([account.opening, ...account.booked.map(l => l.amount)]),
  ...{ lines: account.booked, questions: account.questions, ...(taken && { taken }) },
})

/** The sheets of a job of the practice printer are brought to the bank, which reads each check. */
async function takeSheets(desk: Desk, order: Extract<Order, { kind: 'sheets' }>): Promise<TakenCheck[]> {
  const account = openAccount(desk, order.account)
  const report =
    desk.printer.report(order.jobId) ?? refuseRequest(404, 'The practice printer no longer has this job')
  const taken: TakenCheck[] = []
  for (const { sheet } of report.sheets.filter(s => s.came === 'printed')) {
    for (const { number, amount } of await (
      await drawing()
    ).checks(sheetOf(desk.printer, order.jobId, sheet), order.facts)) {
      if (number === undefined) taken.push({ answer: 'not readable', ...(amount && { amount }) })
      else {
        const answer = account.present({ number, ...(amount && { amount }) }, order.day)
        taken.push({ number, ...(amount && { amount }), answer })
      }
    }
  }
  return taken
}

/** A check without what is not told of it. */
const bare = <T extends { payee?: string | undefined }>({ payee, ...check }: T) =>
  ({ ...check, ...(payee && { payee }) }) as Omit<T, 'payee'> & Pick<Presented, 'payee'>

/** Does what is asked of the practice bank. */
export async function carryOut(desk: Desk, order: Order): Promise<BankReport> {
  if (order.kind === 'open') return reportOf(desk.bank.open(order.account, order.from, order.opening))
  const account = openAccount(desk, order.account)
  switch (order.kind) {
    case 'tell': {
      const read = readPayFile(order.layout, order.text)
      if (!read.ok) return refuseRequest(422, read.refusal.text, 'text')
      account.tell(read.value)
      return reportOf(account)
    }
    case 'sheets':
      return reportOf(account, await takeSheets(desk, order))
    case 'checks':
      return reportOf(
        account,
        order.checks.map(check => ({ ...check, answer: account.present(check, order.day) })),
      )
    case 'mishap': {
      const { number, amount } = order.check
      return reportOf(account, [
        { number, amount, answer: account.mishap(order.mishap, bare(order.check), order.day) },
      ])
    }
    case 'chance': {
      const answers = account.byChance(order.checks.map(bare), order.seed, order.day)
      return reportOf(
        account,
        order.checks.map(({ number, amount }, i) => ({ number, amount, answer: answers[i]! })),
      )
    }
    case 'money':
      account.money(order.amount, order.text, order.day)
      return reportOf(account)
    case 'answers':
      account.answer(order.answers, order.day)
      return reportOf(account)
  }
}
