import type { ActName, InputOf } from '#core/office/acts'
import { db } from './db'
import { momentNow, operatorName } from './office'
import { StoreOffice } from './storeOffice'

/** The office of this browser, one for all its tabs. Screens act in it through `useAct` alone. */
const own = new StoreOffice(db, navigator.locks)

/** Does an act now, as who works here, under the key of its press. */
export const act = <N extends ActName>(name: N, input: InputOf<N>, key: string) =>
  own.perform(name, input, { at: momentNow(), by: operatorName(), key })
