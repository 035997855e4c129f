import { formatDate, type PlainDate } from '../base/dates'
import type { BankLine } from '../bank/bankLine'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import type { AccountFacts } from '../proof/facts'
import type { ListPaper } from './listPages'

/** The letter that asks the bank about a line of its statement. The account number is in full: the bank must know it. */
export const bankLetter = (
  line: BankLine,
  reason: string,
  facts: AccountFacts,
  today: PlainDate,
): ListPaper => ({
  title: 'Question about a bank statement',
  under: formatDate(today, 'MMMM D, YYYY'),
  facts: [
    ['To', [facts.bank.name, ...facts.bank.address].join(', ')],
    ['From', [...facts.company.name, ...facts.company.address].join(', ')],
    ['Account', facts.account],
    ['Bank code', facts.routing],
    ['Date on the statement', formatDate(line.date, 'MMMM D, YYYY')],
    [
      line.amount < 0 ? 'Paid' : 'Credited',
      figures(cents(Math.abs(line.amount)), { sign: facts.currency.sign }),
    ],
    ...(line.number === undefined ? [] : [['Check number', String(line.number)] as const]),
    ['Text', line.text],
    ...(line.reference ? [['Reference', line.reference] as const] : []),
    ['What is wrong', reason],
  ],
  words: [
    'Please examine this line of our statement, send us a copy of the item, and correct our account where it was paid or credited in error.',
    'Please confirm in writing.',
  ],
  sign: facts.signatories.length
    ? facts.signatories.map(s => [s.name, s.title].filter(Boolean).join(', '))
    : ['Authorized signature'],
})
