import type { Id } from '../../base/id'
import { countOff as decide, type CountOffAct } from '../../runs/countOff'
import { copyId } from '../../runs/run'
import { act } from '../defineAct'
import { byId, carrying, closedThrough, lockOfRun, runWith, touched } from '../lookups'

/** What became of every sheet of a run is said. */
export const countOff = act({
  lock: ({ runId }: CountOffAct & { runId: Id<'run'> }, reading) => lockOfRun(reading, runId),
  reads: ['runs', 'accounts', 'books', 'companies', 'numbers', 'payments', 'copies'],
  writes: ['runs', 'numbers', 'payments', 'entries', 'copies'],
  gather: async (reading, { runId, outcomes, skipped }) => {
    const { run, account, book } = await runWith(reading, runId)
    const sent = run.checks.map(c => c.number)
    const carried = [...outcomes.values()].flatMap(o => ('number' in o && o.number ? [o.number] : []))
    const paid = run.checks.map(c => c.paymentId)
    return {
      run,
      book,
      rows: await touched(reading, book.id, [...sent, ...carried, ...(skipped ?? []).map(s => s.number)]),
      payments: await byId(reading, 'payments', paid),
      earlier: await carrying(reading, paid),
      copies: await byId(
        reading,
        'copies',
        sent.map(n => copyId(run.id, n)),
      ),
      cashLedgerId: account.cashLedgerId,
      closedThrough: await closedThrough(reading, account),
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
