import { saveWork as decide, type Work } from '../../paper/saveVersions'
import { act } from '../defineAct'
import { LIBRARY } from '../lookups'

/** A layout is kept as its next version, and what companies have of their own over it, all at once. */
export const saveLayout = act({
  lock: async (_: Work) => LIBRARY,
  reads: ['layouts', 'stocks', 'accounts'],
  writes: ['layouts', 'owns'],
  gather: async reading => ({
    rows: await reading.newest('layouts'),
    stocks: await reading.newest('stocks'),
    accounts: await reading.all('accounts'),
  }),
  decide,
})
