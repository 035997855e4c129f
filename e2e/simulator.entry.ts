import { OfficeDb } from '../app/data/store/db'
import { StoreOffice } from '../app/data/store/storeOffice'
import { simulateStore } from '../app/data/store/test/storeSimulator'
import type { Acting } from '../core/office/test/chance'

/**
 * Runs the store's simulator in a browser, on a database of its own with the browser's own locks; says the
 * first fault, with its seed.
 */
export async function drive(first: number, seeds: number): Promise<{ acts: number; fault: string }> {
  const db = new OfficeDb('violet-lane-simulated')
  let clock = 0
  const stamp = () => ({ at: `2026-11-24T10:00:00.${String(++clock).padStart(6, '0')}Z`, by: 'Test' })
  const tab = (): Acting => {
    const office = new StoreOffice(db, navigator.locks)
    return (name, input) => office.perform(name, input, stamp())
  }
  const tabs = [tab(), tab()] as const
  let acts = 0
  try {
    for (let seed = first; seed < first + seeds; seed++) acts += await simulateStore(db, tabs, seed, 40)
    return { acts, fault: '' }
  } catch (error) {
    return { acts, fault: (error as Error).message }
  } finally {
    db.close()
  }
}
