import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import { builtInLayouts, builtInStocks } from './builtIn'
import type { Layout } from './layout'
import { hasOwn, type OwnSettings } from './own'
import { kindNames } from './kinds'
import { panelOf, roleNames, type Stock } from './stock'
import type { Decision, Stamp } from '../trail/trail'
import {
  allLayouts,
  isFor,
  newest,
  ownId,
  stockNow,
  versionId,
  type LayoutRow,
  type OwnRow,
  type Saved,
  type StockRow,
} from './versions'

const saved = (key: string, rows: readonly Saved[], stamp: Stamp): Saved => {
  const revision = Math.max(1, ...rows.filter(r => r.key === key).map(r => r.revision)) + 1
  return { id: versionId(key, revision), key, revision, savedAt: stamp.at, by: stamp.by }
}
const known = (key: string, ships: boolean, rows: readonly Saved[]): boolean =>
  ships || rows.some(r => r.key === key)

/** What of the office saving a layout must know. */
export interface LayoutsKnown {
  readonly rows: readonly LayoutRow[]
  readonly stocks: readonly StockRow[]
  /** The bank accounts, by the layout that they print with. */
  readonly accounts?: readonly {
    readonly name: string
    readonly companyId: string
    readonly layoutId: string
  }[]
}
/**
 * Saves a layout as a new version of its key. `from` is the version it was edited from: where somebody saved
 * another since, it is refused.
 */
export function saveLayout(
  have: LayoutsKnown,
  act: { layout: Layout; from: number },
  stamp: Stamp,
): Decision<{ layouts: LayoutRow[] }> {
  const { layout } = act
  const ships = builtInLayouts().some(l => l.id === layout.id)
  const next = saved(layout.id, have.rows, stamp)
  const row: LayoutRow = {
    ...next,
    ...(known(layout.id, ships, have.rows) ? {} : { revision: 1, id: versionId(layout.id, 1) }),
    layout,
  }
  const latest = row.revision - 1
  if (latest !== act.from)
    return refuse(
      'version-newer',
      `Version ${latest} was saved since you opened version ${act.from}. Load it and make your changes there, or save under another name`,
      { field: 'layout', value: latest },
    )
  const code = newest(allLayouts(have.rows)).find(
    r => r.key !== layout.id && r.layout.code.toLowerCase() === layout.code.toLowerCase(),
  )
  if (code)
    return refuse('code-taken', `The code ${layout.code} is already used by “${code.layout.name}”`, {
      field: 'code',
      value: layout.code,
    })
  const left = have.accounts?.find(a => a.layoutId === layout.id && !isFor(layout, a.companyId))
  if (left)
    return refuse(
      'layout-used',
      `The account ${left.name} of another company prints with this layout. Choose another layout for it first, or allow this one for that company too.`,
      { field: 'companies', value: left.companyId },
    )
  if (!layout.fields.length) return refuse('layout-empty', 'The layout has no fields', { field: 'fields' })
  const stock = stockNow(have.stocks, layout.stock)
  const astray = stock && layout.fields.find(f => f.on && !panelOf(stock, f.panel, 1))
  if (stock && astray)
    return refuse(
      'panel-missing',
      `“${kindNames[astray.kind]}” (${astray.id}) is on the panel “${roleNames[astray.panel]}”, which the stock “${stock.name}” does not have`,
      { field: 'fields', value: astray.id },
    )
  return good({
    changes: { layouts: [row] },
    trail: {
      act: 'Layout saved',
      text: `Saved layout ${layout.code}, version ${row.revision}.`,
      about: { layout: row.id },
    },
  })
}

/** Saves a stock as a new version of its key. */
export function saveStock(
  have: { rows: readonly StockRow[] },
  act: { stock: Stock },
  stamp: Stamp,
): Decision<{ stocks: StockRow[] }> {
  const { stock } = act
  const ships = builtInStocks.some(s => s.id === stock.id)
  const row: StockRow = {
    ...saved(stock.id, have.rows, stamp),
    ...(known(stock.id, ships, have.rows) ? {} : { revision: 1, id: versionId(stock.id, 1) }),
    stock,
  }
  return good({
    changes: { stocks: [row] },
    trail: {
      act: 'Stock saved',
      text: `Saved stock ${stock.name}, version ${row.revision}.`,
      about: { stock: row.id },
    },
  })
}

/** What a company has of its own over a layout; nothing of its own means the common one. */
function saveOwn(
  act: { layoutKey: string; companyId: Id<'company'>; own: OwnSettings },
  stamp: Stamp,
): { row: OwnRow; trail: { act: string; text: string } } {
  const row: OwnRow = {
    id: ownId(act.layoutKey, act.companyId),
    layoutKey: act.layoutKey,
    companyId: act.companyId,
    own: act.own,
    savedAt: stamp.at,
  }
  const count =
    Object.keys(act.own.fields).length + Object.keys(act.own.settings).length + act.own.added.length
  return {
    row,
    trail: {
      act: 'Company settings saved',
      text: hasOwn(act.own)
        ? `Saved ${count} settings of company ${act.companyId} for layout ${act.layoutKey}.`
        : `Company ${act.companyId} now uses the common settings of layout ${act.layoutKey}.`,
    },
  }
}

/**
 * A layout as it lies on the Light table: the common one where it changed, the version it was edited from,
 * and what companies have of their own.
 */
export interface Work {
  readonly key: string
  readonly layout?: Layout
  readonly from: number
  readonly owns: readonly { readonly companyId: Id<'company'>; readonly own: OwnSettings }[]
}

/** Saves all of it as one act, or none of it. */
export function saveWork(
  have: LayoutsKnown,
  work: Work,
  stamp: Stamp,
): Decision<{ layouts: LayoutRow[]; owns: OwnRow[] }> {
  const common = work.layout && saveLayout(have, { layout: work.layout, from: work.from }, stamp)
  if (common && !common.ok) return common
  const owns = work.owns.map(({ companyId, own }) => saveOwn({ layoutKey: work.key, companyId, own }, stamp))
  const parts = [...(common ? [common.value.trail] : []), ...owns.map(o => o.trail)]
  if (!parts[0]) return refuse('nothing-changed', 'Nothing was changed', { field: 'layout' })
  return good({
    changes: { layouts: common?.value.changes.layouts ?? [], owns: owns.map(o => o.row) },
    trail: {
      act: parts[0].act,
      text: parts.map(p => p.text).join('; '),
      about: {
        layout: common?.value.trail.about.layout ?? work.key,
        ...(work.owns.length && { companies: work.owns.map(o => o.companyId).join(' ') }),
      },
    },
  })
}
