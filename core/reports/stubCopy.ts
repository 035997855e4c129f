import { formatDate } from '../base/dates'
import type { NumberRow } from '../numbers/book'
import { figures } from '../money/figures'
import type { Layout } from '../paper/layout'
import { panelOf, type Panel, type Stock } from '../paper/stock'
import { proofer } from '../proof/compose'
import type { AccountFacts, CheckFacts } from '../proof/facts'
import { textWidth } from '../proof/fitText'
import { overlayMarks } from '../proof/extras'
import type { Drawing, Mark } from '../proof/marks'
import { listPages, type ListPaper } from './listPages'

/**
 * What is to be said of a number on a copy of its stub: that it is none to pay with, and what became of the
 * check.
 */
export function copyWords(
  row: Pick<NumberRow, 'number' | 'fate' | 'replacedBy'>,
  cancelled: boolean,
): string {
  const became =
    row.fate === 'issued' || row.fate === 'cleared' || row.fate === 'on paper'
      ? ''
      : ` The check was ${row.fate}${row.replacedBy ? ` and replaced by ${row.replacedBy}` : ''}.`
  return `Copy of the stub of check ${row.number}. Not a check.${became}${cancelled ? ' The payment was cancelled.' : ''}`
}

/** A copy where the stock has no stub: its facts and lines as a list. */
function asList(facts: CheckFacts, stock: Stock, account: AccountFacts, words: string): Drawing[] {
  const amount = figures(facts.amount, { sign: account.currency.sign })
  const paper: ListPaper = {
    title: 'Stub copy',
    under: account.company.name[0] ?? '',
    words: [words],
    facts: [
      ['Payee', facts.payee],
      ['Date', formatDate(facts.date, 'MMMM D, YYYY')],
      ['Check number', String(facts.number)],
      ['Memo', facts.memo],
      ['Amount', amount],
    ],
    columns: [
      { title: 'Reference', share: 1 },
      { title: 'Description', share: 2.4 },
      { title: 'Amount', share: 1, right: true },
    ],
    rows: facts.lines.map(l => [l.reference, l.description, figures(l.amount)]),
    sum: ['', 'Total', amount],
  }
  return listPages(paper, stock.sheet.h > 200 ? stock.sheet : undefined)
}

/** What stands where the check was: a frame, COPY across it, and the words. */
function inItsPlace(check: Panel, words: string): Mark[] {
  const size = 11
  const inner = { x: check.x + 30, y: check.y + 14, w: check.w - 60, h: check.h - 28 }
  const frame = { x: check.x + 12, y: check.y + 12, w: check.w - 24, h: check.h - 24 }
  const half = textWidth(words, { face: 'sans-bold' }, size) / 2
  return [
    { kind: 'rect', ...frame, width: 0.2, ink: '#8d8798' },
    ...overlayMarks('COPY', 12, inner, 'copy'),
    {
      kind: 'text',
      field: 'copy',
      face: 'sans-bold',
      size,
      ink: '#1a1822',
      text: words,
      x: check.x + check.w / 2 - half,
      y: check.y + check.h / 2,
    },
  ]
}

/**
 * A copy of the stub of any check, printed or written by hand: the stubs of its own layout, with the place
 * of the check left empty but for what the copy is. On a stock without stubs the lines stand in a list.
 * Never a negotiable face.
 */
export function stubCopy(
  facts: CheckFacts,
  layout: Layout,
  stock: Stock,
  account: AccountFacts,
  words: string,
): Drawing[] {
  const check = panelOf(stock, 'check', 1)
  if (!check || !panelOf(stock, 'stub1', 1)) return asList(facts, stock, account, words)
  // Plain paper carries nothing, and the check's own fields stay off.
  const bare: Layout = { ...layout, fields: layout.fields.filter(f => f.panel !== 'check') }
  const plain: Stock = { ...stock, carries: [], numbered: false }
  const { drawing, continued } = proofer(bare, plain, account).sheet([facts])
  const said = { shared: false, marks: inItsPlace(check, words) }
  return [{ ...drawing, layers: [said, ...drawing.layers] }, ...continued]
}
