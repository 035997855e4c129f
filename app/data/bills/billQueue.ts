import type { Id } from '#core/base/id'
import type { BillInput } from '#core/bills/bill'
import type { BillForm } from '#core/bills/billForm'
import { storeHere } from '../office/offices'

/** A bill on its way into the office, or one that was refused and waits to be mended. */
export interface QueuedBill {
  readonly id: Id<'bill'>
  readonly store: string
  readonly companyId: Id<'company'>
  /** When it was typed, so that bills go in that order. */
  readonly at: number
  readonly form: BillForm
  /** What is entered; undefined where the form does not read as a bill. */
  readonly bill?: BillInput
  /** Why it was not entered; blank: it is still on its way. */
  readonly fault: string
}

const PREFIX = 'violet-lane to enter '

/** All bills of this office on their way, the first typed first. Each is kept under a key of its own, so that tabs do not overwrite each other's. */
export function readQueue(): QueuedBill[] {
  const found: QueuedBill[] = []
  for (let i = 0; i < localStorage.length; i++) {
    const key = localStorage.key(i)
    if (key?.startsWith(PREFIX)) found.push(JSON.parse(localStorage.getItem(key) ?? 'null') as QueuedBill)
  }
  return found.filter(q => q?.store === storeHere).sort((a, b) => a.at - b.at)
}
export const putQueued = (queued: QueuedBill): void =>
  localStorage.setItem(PREFIX + queued.id, JSON.stringify(queued))
export const dropQueued = (id: Id<'bill'>): void => localStorage.removeItem(PREFIX + id)
/** Hears of changes that other tabs make. */
export const onQueueElsewhere = (tell: () => void): void =>
  window.addEventListener('storage', event => {
    if (event.key === null || event.key.startsWith(PREFIX)) tell()
  })
