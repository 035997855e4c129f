import type { Layout } from '#core/paper/layout'
import { panelOf, type Stock } from '#core/paper/stock'
import { proofer, type Proofer } from '#core/proof/compose'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'
import type { Note } from '#core/proof/note'
import { stationeryMarks } from '#core/proof/stationery'
import { drawingSvg } from '#core/render/svg'

const ready = new WeakMap<AccountFacts, Map<Layout, Map<Stock, Proofer>>>()

/** The proofer of a layout, stock and account, made once for the same three objects. */
function readyProofer(layout: Layout, stock: Stock, account: AccountFacts): Proofer {
  let layouts = ready.get(account)
  if (!layouts) ready.set(account, (layouts = new Map()))
  let stocks = layouts.get(layout)
  if (!stocks) layouts.set(layout, (stocks = new Map()))
  let made = stocks.get(stock)
  if (!made) stocks.set(stock, (made = proofer(layout, stock, account)))
  return made
}

/** One sheet as SVG, with the stock's perforations and print beneath, and what is to be noted about it. */
export function sheetSvg(
  layout: Layout,
  stock: Stock,
  account: AccountFacts,
  checks: readonly (CheckFacts | null)[],
): { svg: string; notes: readonly Note[] } {
  const made = readyProofer(layout, stock, account)
  const { drawing, carried, notes } = made.sheet(checks)
  const said = checks.flatMap(c => (c ? [`check ${c.number} to ${c.payee}`] : [])).join(', ')
  return {
    svg: drawingSvg(drawing, `Sheet: ${said}`, stationeryMarks(stock, carried)),
    notes: [...made.notes, ...notes],
  }
}

/** Height of the check panel as a share of the sheet, for views that show the check alone. */
export const checkShare = (stock: Stock): number =>
  (panelOf(stock, 'check', 1)?.h ?? stock.sheet.h) / stock.sheet.h
