import { sentence } from '../base/sentence'
import { micrFindings } from '../micr/checks'
import { positionsOn } from '../micr/place'
import type { Layout } from '../paper/layout'
import { carries, checkSize, type Stock } from '../paper/stock'
import { hasErrors, type Note } from '../proof/note'
import { factsOf, type BankAccount, type Company } from './account'

/** One thing an account needs before it can print: done, still wanted, or only worth a thought. */
export interface ReadyStep {
  readonly step: 'company' | 'account' | 'stock' | 'layout' | 'sample' | 'first payment' | 'first run'
  readonly state: 'done' | 'wanted' | 'later'
  readonly text: string
  /** The field of the account's form that settles a wanted step, where one does. */
  readonly field?: string
}

/**
 * What must be known to say whether an account can print: the account with all that its checks are drawn
 * from.
 */
export interface ReadyKnown {
  readonly account: BankAccount
  readonly company: Company
  readonly stock: Stock | undefined
  readonly layout: Layout | undefined
  readonly layoutNotes: readonly Note[]
  readonly highestNumber: number
  readonly sampled: boolean
  readonly hasPayments: boolean
  readonly hasPrinted: boolean
}

/** Whether the MICR line is printed by us: then the bank's code and the account number are needed. */
export const printsMicr = (layout: Layout, stock: Stock): boolean =>
  layout.fields.some(f => f.kind === 'micr' && f.on) && !carries(stock, 'check', 'micr')

/**
 * What an account still needs before it can print, in the natural order: each step with what is missing, in
 * words.
 */
export function readiness(known: ReadyKnown): ReadyStep[] {
  const { account, company, stock, layout } = known
  const steps: ReadyStep[] = []
  const add = (step: ReadyStep['step'], missing: string, done: string, field?: string): void => {
    steps.push(
      missing
        ? { step, state: 'wanted', text: sentence(missing), ...(field && { field }) }
        : { step, state: 'done', text: done },
    )
  }
  add('company', !company.name[0] ? 'Enter the name of the company' : '', company.name[0] ?? '', 'company')
  const micr = stock && layout ? printsMicr(layout, stock) : true
  const finding = micr
    ? micrFindings(
        account.pattern,
        factsOf(account, company),
        stock ? positionsOn(checkSize(stock).w) : 65,
        known.highestNumber,
      ).find(f => f.severity === 'error')
    : undefined
  const [lack, field] = !account.forChecks
    ? ['Mark the account as used for checks', 'forChecks']
    : !account.bank.name
      ? ['Enter the name of the bank', 'bank']
      : micr && !account.account
        ? ['Enter the account number, which the MICR line needs', 'account']
        : [finding?.text ?? '', finding?.field]
  add('account', lack, account.bank.name, field)
  add('stock', stock ? '' : 'Choose a stock', stock?.name ?? '', 'stock')
  const wrong = known.layoutNotes.find(n => n.severity === 'error')
  add(
    'layout',
    !layout ? 'Choose a layout' : hasErrors(known.layoutNotes) ? `Correct the layout: ${wrong?.text}` : '',
    layout?.name ?? '',
  )
  steps.push({
    step: 'sample',
    state: known.sampled ? 'done' : 'later',
    text: known.sampled ? 'Sample printed' : 'Print a sample on plain paper and hold it against the stock',
  })
  steps.push({
    step: 'first payment',
    state: known.hasPayments ? 'done' : 'later',
    text: known.hasPayments ? 'Payments drawn' : 'Draw the first payment',
  })
  steps.push({
    step: 'first run',
    state: known.hasPrinted ? 'done' : 'later',
    text: known.hasPrinted ? 'Run printed' : 'Print it in a first run',
  })
  return steps
}

/** Whether an account can print: nothing is wanted any more. */
export const isReady = (steps: readonly ReadyStep[]): boolean => steps.every(s => s.state !== 'wanted')
