import { refuse, type Result } from '#core/base/result'
import type { ActName, InputOf, WrittenBy } from '#core/office/actTypes'
import { db } from './db'
import type { DraftSeen } from '../drafts/drafts'
import { momentNow, operatorName } from '../office/office'
import type { StoreOffice } from './storeOffice'

let own: Promise<StoreOffice> | undefined
/**
 * The office of this browser, one for all its tabs: screens act in it through `useAct` alone. All that acts
 * need is fetched once the first view stands, which only reads.
 */
function ownOffice(): Promise<StoreOffice> {
  own ??= import('./storeOffice').then(({ StoreOffice }) => new StoreOffice(db, navigator.locks))
  // What could not be fetched is asked for anew by the next act.
  own.catch(() => (own = undefined))
  return own
}

/** Fetches what acts need, before the first of them; what cannot be fetched is asked for again then. */
export const fetchActs = (): Promise<unknown> => ownOffice().catch(() => undefined)

/**
 * Does an act now, as who works here, under the key of its press, and on the draft that was seen. Refused where the code of the acts is not
 * here and cannot be fetched.
 */
export async function act<N extends ActName>(
  name: N,
  input: InputOf<N>,
  key: string,
  draft?: DraftSeen,
): Promise<Result<WrittenBy<N>>> {
  const office = await ownOffice().catch(() => undefined)
  if (!office)
    return refuse(
      'not-fetched',
      'Nothing was changed: the server does not answer, and a part of the program is not loaded yet',
    )
  return office.perform(name, input, { at: momentNow(), by: operatorName(), key }, draft)
}
