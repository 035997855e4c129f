import { formatDate, type PlainDate } from '../base/dates'
import type { NumberRow } from '../numbers/book'
import { figures } from '../money/figures'
import type { AccountFacts } from '../proof/facts'
import type { ListPaper } from './listPages'

/**
 * The letter that asks the bank to stop a check. The account number stands in full: the bank must know it.
 */
export const stopLetter = (row: NumberRow, facts: AccountFacts, today: PlainDate): ListPaper => ({
  title: 'Request to stop payment',
  under: formatDate(today, 'MMMM D, YYYY'),
  facts: [
    ['To', [facts.bank.name, ...facts.bank.address].join(', ')],
    ['From', [...facts.company.name, ...facts.company.address].join(', ')],
    ['Account', facts.account],
    ['Bank code', facts.routing],
    ['Check number', String(row.number)],
    ['Dated', row.check ? formatDate(row.check.date, 'MMMM D, YYYY') : ''],
    ['Payee', row.check?.payee ?? ''],
    ['Amount', row.check ? figures(row.check.amount, { sign: facts.currency.sign }) : ''],
    ['Reason', row.why],
  ],
  words: [
    'Please stop payment of the check above and confirm in writing that it was not paid before this request reached you.',
    'We hold the bank harmless for refusing payment of this check and will notify you if it is found.',
  ],
  sign: facts.signatories.length
    ? facts.signatories.map(s => [s.name, s.title].filter(Boolean).join(', '))
    : ['Authorized signature'],
})
