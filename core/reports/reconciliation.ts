import { dayText } from '../base/dates'
import type { BankLine } from '../bank/bankLine'
import type { Reconciliation } from '../bank/reconcile'
import type { Outstanding, Statement } from '../bank/statement'
import type { BankAccount, Company } from '../accounts/account'
import { masked } from '../accounts/account'
import { cents, sum, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { ListPaper } from './listPages'

const columns: NonNullable<ListPaper['columns']> = [
  { title: 'Date', share: 1.1 },
  { title: 'Number', share: 0.9 },
  { title: 'What', share: 4 },
  { title: 'Amount', share: 1.3, right: true },
]
const rowsOf = (list: readonly (Outstanding | BankLine)[]): string[][] =>
  list.map(o => [dayText(o.date), o.number === undefined ? '' : String(o.number), o.text, figures(o.amount)])

/** The figures at the head of a report: bank on one side, books on the other. */
function factsOf(
  account: BankAccount,
  company: Company,
  of: {
    readonly opening: Cents
    readonly moneyIn: Cents
    readonly moneyOut: Cents
    readonly bank: Cents
    readonly outstanding: readonly Outstanding[]
    readonly book: Cents
  },
): (readonly [string, string])[] {
  const { sign } = account.currency
  const money = (n: Cents): string => figures(n, { sign })
  const out = of.outstanding.filter(o => o.amount < 0)
  const onItsWay = of.outstanding.filter(o => o.amount > 0)
  const adjusted = cents(of.bank + sum(of.outstanding.map(o => o.amount)))
  return [
    ['Company', company.name.join(', ')],
    ['Account', `${account.name}, ${account.bank.name}, ${masked(account.account)}`],
    ['Opening balance', money(of.opening)],
    ['Money in', money(of.moneyIn)],
    ['Money out', money(of.moneyOut)],
    ['Bank balance', money(of.bank)],
    [`Outstanding, ${out.length}`, money(sum(out.map(o => o.amount)))],
    [`On its way to the bank, ${onItsWay.length}`, money(sum(onItsWay.map(o => o.amount)))],
    ['Bank, once all is through', money(adjusted)],
    ['Books', money(of.book)],
    ['Difference', money(cents(adjusted - of.book))],
  ]
}

/** An open statement beside the books, as of a day: what is outstanding, and what is not matched yet. */
export const reconciliationReport = (
  account: BankAccount,
  company: Company,
  statement: Statement,
  state: Reconciliation,
): ListPaper => ({
  title: 'Bank reconciliation, not closed',
  under: `${dayText(statement.from)} to ${dayText(state.through)}`,
  facts: factsOf(account, company, { ...state, opening: statement.opening }),
  columns,
  rows: [
    ...rowsOf(state.outstanding),
    ...rowsOf(state.unmatched).map(([date, number, what, amount]) => [
      date!,
      number!,
      `not matched: ${what}`,
      amount!,
    ]),
  ],
})

/** The report of a closed statement, to be signed: what was outstanding, and that bank and books agreed. */
export function closedReport(
  account: BankAccount,
  company: Company,
  statement: Statement,
  lines: readonly BankLine[],
  told: { readonly moment: (moment: string) => string; readonly anchor: string },
): ListPaper {
  const { closing } = statement
  if (!closing) throw new Error(`statement ${statement.id} is not closed`)
  const moved = (way: 1 | -1): Cents => sum(lines.filter(l => Math.sign(l.amount) === way).map(l => l.amount))
  const { opening } = statement
  return {
    title: 'Bank reconciliation',
    under: `${dayText(statement.from)} to ${dayText(closing.through)}`,
    facts: [
      ...factsOf(account, company, {
        ...{ opening, moneyIn: moved(1), moneyOut: moved(-1), bank: closing.balance },
        ...{ outstanding: closing.outstanding, book: closing.book },
      }),
      ['Bank lines', String(lines.length)],
      ['Closed by', `${closing.by}, ${told.moment(closing.at)}`],
      ...(told.anchor ? [['Line of the trail', told.anchor] as const] : []),
    ],
    words: closing.outstanding.length
      ? ['Outstanding when the statement was closed:']
      : ['Nothing was outstanding.'],
    columns,
    rows: rowsOf(closing.outstanding),
    sign: ['Prepared by, date', 'Reviewed by, date'],
  }
}
