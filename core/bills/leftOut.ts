import { howMany } from '../base/howMany'
import { cents, sum, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { open, type Bill } from './bill'

const amountOf = (bill: Bill): Cents => (bill.stage === 'payable' ? open(bill) : bill.amount)
const kinds = [
  { stage: 'payable', one: 'open bill', many: 'open bills' },
  { stage: 'waits', one: 'bill that needs approval', many: 'bills that need approval' },
  { stage: 'draft', one: 'draft', many: 'drafts' },
] as const

/**
 * What is not in the money that is free: bills of a company that no payment stands for yet, by what they wait
 * for, with their count and sum. Blank where there is none.
 */
export function leftOut(bills: readonly Bill[], sign: string): string {
  const parts = kinds.flatMap(({ stage, one, many }) => {
    const of = bills.filter(b => b.stage === stage && amountOf(b) !== 0)
    if (!of.length) return []
    const total = figures(cents(sum(of.map(amountOf))), { sign })
    return [`${of.length === 1 ? howMany(1, one) : `${of.length.toLocaleString('en-US')} ${many}`}, ${total}`]
  })
  const last = parts.pop()
  if (!last) return ''
  return `without ${parts.length ? `${parts.join(', ')}, and ` : ''}${last}`
}
