import { addPrinter as decide, type Printer } from '../../fit/printers'
import { act } from '../defineAct'
import { LIBRARY } from '../lookups'

/** A printer gets a name, or new facts. */
export const addPrinter = act({
  lock: async (_: { printer: Printer }) => LIBRARY,
  reads: ['printers'],
  writes: ['printers'],
  gather: async reading => ({ printers: await reading.all('printers') }),
  decide: (known, { printer }) => decide(known, printer),
})
