import {
  allLayouts,
  allStocks,
  newest,
  type LayoutRow,
  type OwnRow,
  type StockRow,
} from '#core/paper/versions'
import { db, type StockScan } from '../store/db'
import { newestOf, versionsOf } from './versions'

/**
 * The newest version of every layout and stock, those that ship among them, and what companies have of their
 * own.
 */
export interface Library {
  readonly layouts: readonly LayoutRow[]
  readonly stocks: readonly StockRow[]
  readonly owns: readonly OwnRow[]
}

export async function readLibrary(): Promise<Library> {
  const [layouts, stocks, owns] = await Promise.all([
    newestOf(db, 'layouts'),
    newestOf(db, 'stocks'),
    db.owns.toArray(),
  ])
  return { layouts: newest(allLayouts(layouts)), stocks: newest(allStocks(stocks)), owns }
}

/** Every version of one layout, oldest first, with the one that ships. */
export const readVersions = async (key: string): Promise<LayoutRow[]> =>
  allLayouts(await versionsOf(db, 'layouts', key)).filter(row => row.key === key)

/** The scan that lies under the layouts of a stock. */
export const readScan = (stockId: string): Promise<StockScan | undefined> => db.scans.get(stockId)
