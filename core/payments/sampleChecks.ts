import { dateOf } from '../base/dates'
import { must } from '../base/result'
import { cents } from '../money/cents'
import type { CheckFacts } from '../proof/facts'
import type { Signing } from '../accounts/account'
import { factsOfPayment, type Payment } from './payment'

/** A check to try a layout with, and what it is a sample of. */
export interface Sample {
  readonly name: string
  readonly facts: CheckFacts
}

const most = <T>(list: readonly T[], of: (item: T) => number): T | undefined =>
  list.reduce<T | undefined>(
    (best, item) => (best === undefined || of(item) > of(best) ? item : best),
    undefined,
  )

const madeUp: CheckFacts = {
  number: 1001,
  date: must(dateOf(2026, 11, 24)),
  payee: 'Windrose Life Raft Service',
  address: ['41 Harbor Road', 'Gullhaven, ME 04997'],
  amount: cents(1_234_567),
  memo: 'Rafts 1 to 6',
  lines: [
    {
      reference: 'WL-2041',
      date: must(dateOf(2026, 11, 2)),
      description: 'Raft service, 25 persons',
      amount: cents(984_567),
    },
    {
      reference: 'WL-2066',
      date: must(dateOf(2026, 11, 9)),
      description: 'Hydrostatic releases',
      amount: cents(250_000),
    },
  ],
}

/**
 * Checks to try a layout with, from the payments of an account: a usual one, the longest name, the largest
 * amount, the most stub lines, and all of that at once. Without payments, one that is made up. `highest` is
 * the largest number the account can print.
 */
export function samplesOf(payments: readonly Payment[], highest: number, signing: Signing): Sample[] {
  const facts = (p: Payment): CheckFacts => factsOfPayment(p, highest, signing)
  const last = payments.at(-1)
  const longest = most(payments, p => Math.max(p.name.length, ...p.address.map(a => a.length)))
  const largest = most(payments, p => p.amount)
  const fullest = most(payments, p => p.lines.length)
  const withAccount = most(payments, p => p.accountWithPayee?.length ?? 0)
  const memo = most(payments, p => p.memo.length)
  if (!last || !longest || !largest || !fullest || !memo)
    return [{ name: 'Made up', facts: { ...madeUp, number: highest } }]
  const rows = [...fullest.lines].slice(0, -1)
  const worst: CheckFacts = {
    ...facts(fullest),
    payee: longest.name,
    ...(withAccount?.accountWithPayee && { accountWithPayee: withAccount.accountWithPayee }),
    address: most(payments, p => p.address.length)?.address ?? [],
    memo: memo.memo,
    amount: largest.amount,
    // The last row takes what makes the rows come to the amount.
    lines: fullest.lines.length
      ? [
          ...rows,
          {
            ...fullest.lines.at(-1)!,
            amount: cents(largest.amount - rows.reduce((n, l) => n + l.amount, 0)),
          },
        ]
      : [],
  }
  return [
    { name: 'A usual one', facts: facts(last) },
    { name: 'Longest name', facts: facts(longest) },
    { name: 'Largest amount', facts: facts(largest) },
    { name: 'Most stub lines', facts: facts(fullest) },
    { name: 'Everything at once', facts: worst },
  ]
}
