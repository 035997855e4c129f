/** What a report asks before it is made. */
export type ReportAsks = 'account' | 'days' | 'year' | 'threshold'
export interface ReportKind {
  readonly title: string
  /** One sentence about what it shows. */
  readonly about: string
  readonly asks: readonly ReportAsks[]
}
/** Every report, in the order in which they are listed; one of a run is opened from its run. */
export const reportKinds = {
  register: {
    title: 'Register by dates',
    about: 'Everything that moved the account: checks, deposits, fees, transfers.',
    asks: ['account', 'days'],
  },
  outstanding: {
    title: 'Outstanding checks',
    about: 'Checks that the bank has not paid yet, by age, stale ones marked.',
    asks: ['account'],
  },
  ended: {
    title: 'Voided and replaced checks',
    about: 'Checks that ended without being paid, why, and what replaced them.',
    asks: ['account', 'days'],
  },
  paid: {
    title: 'Payments by payee and year',
    about: 'What each payee was paid in each year.',
    asks: ['days'],
  },
  form1099: {
    title: '1099 list',
    about: 'What is to be reported by payee and box, with the payments behind each sum.',
    asks: ['year', 'threshold'],
  },
  pay: {
    title: 'Pay with its year to date',
    about: 'Earnings and deductions of each employee.',
    asks: ['days'],
  },
  aged: {
    title: 'Bills by age',
    about: 'What is owed to each payee, by days overdue.',
    asks: [],
  },
  trial: {
    title: 'Trial balance',
    about: 'The balance of every ledger account.',
    asks: [],
  },
  cash: {
    title: 'Cash going out by week',
    about: 'Bills and waiting payments of the next twelve weeks, and what is left.',
    asks: [],
  },
  run: { title: 'Register of a run', about: 'Every number of a run and what happened to it.', asks: [] },
} as const satisfies Record<string, ReportKind>
export type ReportName = keyof typeof reportKinds
export const isReport = (name: string): name is ReportName => name in reportKinds

/** What a report is asked, without what it does not ask for: an account in the address narrows no other report. */
export function onlyAsked<T extends { name: ReportName; accountId?: unknown; days: object }>(ask: T): T {
  const asks: readonly ReportAsks[] = reportKinds[ask.name].asks
  const { accountId, days, ...others } = ask
  return {
    ...others,
    ...(accountId !== undefined && asks.includes('account') && { accountId }),
    days: asks.includes('days') ? days : { from: '', to: '' },
  } as T
}
