import letterTop from './data/letter-top.json'
import blank from './data/check-over-two-stubs-blank.json'
import numbered from './data/check-over-two-stubs-numbered.json'
import { layoutSchema, type Layout } from './layout'
import { stockSchema, type Stock } from './stock'

/** The stocks that ship with the product, checked like any other file. */
export const builtInStocks: readonly Stock[] = [blank, numbered].map(data => stockSchema.parse(data))

/** The layouts that ship with the product. */
export const builtInLayouts: readonly Layout[] = [letterTop].map(data => layoutSchema.parse(data))

export const stockById = (id: string): Stock | undefined => builtInStocks.find(s => s.id === id)
export const layoutById = (id: string): Layout | undefined => builtInLayouts.find(l => l.id === id)
