import Dexie from 'dexie'
import { browserDb, type OfficeHere } from '../store/browserDb'
import { db } from '../store/db'
import { FIRST_STORE, goToStore } from '../store/storeName'

export type { OfficeHere } from '../store/browserDb'

/** The store of the office that this page works in. */
export const storeHere: string = db.name

/** How this office is called: by its companies, and whether it is made up. */
export async function readOfficeTitle(): Promise<string> {
  const madeUp = (await db.facts.get('started'))?.value === 'demo'
  const names = (await db.companies.toArray()).map(c => c.name[0] ?? '')
  return `${names.slice(0, 2).join(', ') || 'A new office'}${madeUp ? ' (made up)' : ''}`
}
/** Writes down how this office is called, so that others can offer it. */
export async function noteOffice(title: string): Promise<void> {
  const before = await browserDb.offices.get(storeHere)
  if (before?.title !== title) await browserDb.offices.put({ ...before, store: storeHere, title })
}
/** All offices of this browser, this one first. */
export async function readOffices(): Promise<OfficeHere[]> {
  const all = await browserDb.offices.toArray()
  return all.sort((a, b) => Number(b.store === storeHere) - Number(a.store === storeHere))
}
/** An office that was removed meanwhile, in another tab: this one goes to one that is there. Says whether it goes. */
export async function leaveRemoved(): Promise<boolean> {
  if (storeHere === FIRST_STORE || (await browserDb.offices.get(storeHere))) return false
  goToStore((await browserDb.offices.toCollection().first())?.store ?? FIRST_STORE)
  return true
}
/** Begins another office, empty, in a store of its own. */
export async function beginOffice(): Promise<void> {
  const store = `${FIRST_STORE} ${crypto.randomUUID()}`
  await browserDb.offices.put({ store, title: 'A new office' })
  goToStore(store, false)
}
/** Puts an office away, or takes it out. */
export const putAway = (store: string, away: boolean): Promise<unknown> =>
  browserDb.offices.update(store, { away })
/** Removes an office that this page does not work in, with all that it kept. */
export async function removeOffice(store: string): Promise<void> {
  if (store === storeHere) throw new Error('go to another office first')
  await Dexie.delete(store)
  await browserDb.folders.delete(store)
  await browserDb.offices.delete(store)
}
