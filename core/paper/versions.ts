import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { builtInLayouts, builtInStocks } from './builtIn'
import type { Layout } from './layout'
import { applyOwn, hasOwn, type OwnSettings } from './own'
import { kindNames } from './kinds'
import { panelOf, roleNames, type Stock } from './stock'
import type { Decision, Stamp } from '../trail/trail'

/**
 * One saved version of a layout or a stock. Rows are added and never changed; what ships with the product is
 * version 1 of its key.
 */
interface Saved {
  readonly id: string
  readonly key: string
  readonly revision: number
  readonly savedAt: string
  readonly by: string
}
/** One saved version of a layout. */
export interface LayoutRow extends Saved {
  readonly layout: Layout
}
/** One saved version of a stock. */
export interface StockRow extends Saved {
  readonly stock: Stock
}
/** What one company has of its own over a layout. */
export interface OwnRow {
  readonly id: string
  readonly layoutKey: string
  readonly companyId: Id<'company'>
  readonly own: OwnSettings
  readonly savedAt: string
}

/** The key of what one company has of its own in one layout. */
export const ownId = (layoutKey: string, companyId: Id<'company'>): string => `${layoutKey}/${companyId}`
/** The id of one version of a key, and what it says. */
const versionId = (key: string, revision: number): string => `${key}@${revision}`
/** The key and the revision that an id names. */
export function versionOf(id: string): { readonly key: string; readonly revision: number } {
  const at = id.lastIndexOf('@')
  return { key: id.slice(0, at), revision: Number(id.slice(at + 1)) }
}
const shipped = (key: string): Omit<Saved, 'key' | 'id'> & { id: string; key: string } => ({
  id: versionId(key, 1),
  key,
  revision: 1,
  savedAt: '',
  by: '',
})

/** All versions of all layouts, those that ship among them, oldest first within a key. */
export const allLayouts = (rows: readonly LayoutRow[]): LayoutRow[] => [
  ...builtInLayouts().map((layout): LayoutRow => ({ ...shipped(layout.id), layout })),
  ...[...rows].sort((a, b) => a.revision - b.revision),
]
/** Every version of every stock, the shipped ones first. */
export const allStocks = (rows: readonly StockRow[]): StockRow[] => [
  ...builtInStocks.map((stock): StockRow => ({ ...shipped(stock.id), stock })),
  ...[...rows].sort((a, b) => a.revision - b.revision),
]

/** The newest version of every key. */
export const newest = <T extends Saved>(rows: readonly T[]): T[] => [
  ...new Map(rows.map(r => [r.key, r])).values(),
]
/** The newest version of a layout. */
export const layoutNow = (rows: readonly LayoutRow[], key: string): Layout | undefined =>
  newest(allLayouts(rows.filter(r => r.key === key))).find(r => r.key === key)?.layout
/** The newest version of a stock. */
export const stockNow = (rows: readonly StockRow[], key: string): Stock | undefined =>
  newest(allStocks(rows.filter(r => r.key === key))).find(r => r.key === key)?.stock

/** The layout as one company prints it. */
export const layoutOf = (
  rows: readonly LayoutRow[],
  owns: readonly OwnRow[],
  key: string,
  companyId: Id<'company'>,
): Layout | undefined => {
  const common = layoutNow(rows, key)
  const own = owns.find(o => o.id === ownId(key, companyId))
  return common && own ? applyOwn(common, own.own) : common
}

/** Whether a layout may be used by a company. */
export const isFor = (layout: Layout, companyId: string): boolean =>
  layout.companies.length === 0 || layout.companies.includes(companyId)

/** Refuses a layout that is kept for other companies. */
export const mayUse = (layout: Layout | undefined, companyId: string): Result<true> =>
  !layout || isFor(layout, companyId)
    ? good(true)
    : refuse(
        'layout-elsewhere',
        `The layout “${layout.name}” is only for other companies. Choose another layout.`,
        {
          field: 'layout',
          value: layout.code,
        },
      )

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

/** Letters of a code that stay before a number is put behind it. */
const CODE_STEM = 9
/** A code that no layout has yet, made of one that is taken: `TOP-2`, `TOP-3` … */
export function freeCode(layouts: readonly LayoutRow[], code: string): string {
  const taken = new Set(layouts.map(r => r.layout.code.toLowerCase()))
  for (let n = 2; ; n++) {
    const wish = `${code.slice(0, CODE_STEM)}-${n}`
    if (!taken.has(wish.toLowerCase())) return wish
  }
}
