import type { Id } from '#core/base/id'
import { practicePrinter, practicePrinterId } from '#core/fit/practicePrinter'
import type { FitRow, Printer } from '#core/fit/printers'
import { db } from '../store/db'

/** Printers and all their fits. The practice printer is always among them, last. */
export async function readPrinters(): Promise<{ printers: Printer[]; fits: FitRow[] }> {
  const [kept, fits] = await Promise.all([db.printers.orderBy('id').toArray(), db.fits.toArray()])
  const own = kept.find(p => p.id === practicePrinterId)
  return { printers: [...kept.filter(p => p !== own), own ?? practicePrinter], fits }
}

export const readFit = async (id: Id<'fit'> | null | undefined): Promise<FitRow | undefined> =>
  id ? db.fits.get(id) : undefined
