import { Acts } from './acts'
import { db } from './db'
import { momentNow, operatorName } from './office'

/** The acts of this browser, one office for all its tabs. Screens reach them through `useAct` alone. */
export const acts = new Acts(db, navigator.locks, () => ({ at: momentNow(), by: operatorName() }))
