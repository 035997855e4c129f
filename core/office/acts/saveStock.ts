import { saveStock as decide } from '../../paper/saveVersions'
import type { Stock } from '../../paper/stock'
import { act } from '../defineAct'
import { LIBRARY } from '../lookups'

/** A stock is kept as its next version. */
export const saveStock = act({
  lock: async (_: { stock: Stock }) => LIBRARY,
  reads: ['stocks'],
  writes: ['stocks'],
  gather: async (reading, { stock }) => ({ rows: await reading.newest('stocks', [stock.id]) }),
  decide: (known, { stock }, stamp) => decide(known, { stock }, stamp),
})
