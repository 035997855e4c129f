import { saveMicr as decide, type Printer } from '../../fit/printers'
import type { MicrFit } from '../../micr/micrFit'
import { act } from '../defineAct'
import { LIBRARY } from '../lookups'

/** A printer keeps how it prints the MICR line best. */
export const saveMicr = act({
  lock: async (_: { printer: Printer; micr: MicrFit & { how: 'by eye' | 'by scan' } }) => LIBRARY,
  reads: ['printers'],
  writes: ['printers'],
  gather: async (reading, { printer }) => ({
    printer: (await reading.get('printers', printer.id)) ?? printer,
  }),
  decide: (known, { micr }, stamp) => decide(known, micr, stamp),
})
