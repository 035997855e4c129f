import type { Id } from '../../base/id'
import type { CheckNumber } from '../../numbers/book'
import { print as decide, type Made } from '../../runs/print'
import { accountOn, paperOfBook } from '../../runs/run'
import { act } from '../defineAct'
import { byId, lockOfRun, openRuns, PRINTS_WITH, printsWith, runWith, touched } from '../lookups'

/** `made` is what the PDF in hand was made of; it is kept with the run where it is given. In bytes. */
export interface Printing {
  readonly runId: Id<'run'>
  readonly made: Made
  readonly consent?: string
  /** Who prints it elsewhere, where it is sent away. */
  readonly sentTo?: string
  readonly pdf?: Uint8Array
  readonly continuation?: Uint8Array
}

/** A run goes to the printer, or away: from now on its numbers are on paper. */
export const print = act({
  lock: ({ runId }: Printing, reading) => lockOfRun(reading, runId),
  reads: ['runs', 'accounts', 'books', 'payments', 'numbers', ...PRINTS_WITH],
  writes: ['runs', 'numbers', 'payments', 'copies', 'layoutVersions', 'papers'],
  gather: async (reading, { runId, made }) => {
    const { run, book, account } = await runWith(reading, runId)
    const { layout, stock, facts } = await printsWith(reading, accountOn(account, run))
    return {
      run,
      book,
      fates: await reading.fates(book.id),
      rows: await touched(
        reading,
        book.id,
        made.checks.map(c => c.number as CheckNumber),
      ),
      openRuns: await openRuns(reading, book.id),
      payments: await byId(reading, 'payments', run.paymentIds),
      account: facts,
      signing: account.signing,
      layout,
      stock: paperOfBook(stock, book),
    }
  },
  decide: (known, { runId, pdf, continuation, ...given }, stamp) => {
    const decision = decide(known, given, stamp)
    if (!decision.ok || !pdf) return decision
    const paper = { runId, bytes: pdf, ...(continuation && { continuation }), madeAt: stamp.at }
    return { ok: true, value: { ...decision.value, changes: { ...decision.value.changes, papers: [paper] } } }
  },
})
