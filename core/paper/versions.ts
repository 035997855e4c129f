import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { builtInLayouts, builtInStocks } from './builtIn'
import type { Layout } from './layout'
import { applyOwn, type OwnSettings } from './own'
import type { Stock } from './stock'

/**
 * One saved version of a layout or a stock. Rows are added and never changed; what ships with the product is
 * version 1 of its key.
 */
export interface Saved {
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
/** The id of one version of a key. */
export const versionId = (key: string, revision: number): string => `${key}@${revision}`
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
