import type { Id } from '../../base/id'
import { printCopy as decide } from '../../checks/printCopy'
import { act } from '../defineAct'
import { lockOfNumber, one } from '../lookups'

/** A torn check is printed again under its own number, where we print the numbers. */
export const printCopy = act({
  lock: ({ numberId }: { numberId: Id<'number'>; firstSheet: string; inHouse: boolean }, reading) =>
    lockOfNumber(reading, numberId),
  reads: ['numbers', 'runs', 'layoutVersions'],
  writes: ['numbers'],
  gather: async (reading, { numberId }) => {
    const row = await one(reading, 'numbers', numberId)
    const run = row.check ? await reading.get('runs', row.check.runId) : undefined
    return {
      row,
      stock: run?.printedWith ? (await reading.get('layoutVersions', run.printedWith))?.stock : undefined,
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
