import { type FieldKind, kindNames } from '../paper/kinds'
import { isBoxed, type Layout } from '../paper/layout'
import { carries, panelOf, type Stock } from '../paper/stock'
import { error, warning, type Note } from './note'

/**
 * What makes a check negotiable (for the United States UCC 3-104; the same elsewhere), and the MICR line that
 * a bank reads it by.
 */
const essentials: readonly FieldKind[] = ['payee', 'amountFigures', 'amountWords', 'date', 'number', 'micr']
/** What a check is hardly taken without: who draws it, and a place to sign. */
const expected: readonly (readonly [kinds: readonly FieldKind[], what: string])[] = [
  [['payerName'], 'the payer’s name'],
  [['signature'], 'a line to sign on'],
]
/** The code of a note that a check lacks what makes it a check; such a run is not printed. */
export const ESSENTIAL_MISSING = 'essential-missing'

/** Whether a kind stands on the check: printed by the layout, or carried by the stock. */
const stands = (layout: Layout, stock: Stock, kind: FieldKind): boolean =>
  carries(stock, 'check', kind) ||
  layout.fields.some(
    f => f.kind === kind && f.on && f.panel === 'check' && (!isBoxed(f) || (f.w > 0 && f.h > 0)),
  )

/**
 * What a negotiable check on that stock would lack: each missing essential an error, what is only expected a
 * warning. An advice needs none of it.
 */
export function essentialNotes(layout: Layout, stock: Stock): Note[] {
  if (!panelOf(stock, 'check', 1)) return [error(ESSENTIAL_MISSING, 'check', 'The stock has no check panel')]
  return [
    ...essentials
      .filter(kind => !stands(layout, stock, kind))
      .map(kind =>
        error(
          ESSENTIAL_MISSING,
          kind,
          `a check needs its ${kindNames[kind].replace(/^[A-Z](?=[a-z])/, c => c.toLowerCase())}, but it is neither in the layout nor printed on the stock`,
          { value: kind },
        ),
      ),
    ...expected
      .filter(([kinds]) => !kinds.some(kind => stands(layout, stock, kind)))
      .map(([kinds, what]) =>
        warning('expected-missing', kinds[0]!, `${what} is neither in the layout nor printed on the stock`),
      ),
  ]
}
