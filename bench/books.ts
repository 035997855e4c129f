// Numbers and checks by the hundred thousand, in a process of its own: cost per check of whole runs, and what
// the book's page computes. Prints JSON.
import { idOf } from '../core/base/id'
import { must } from '../core/base/result'
import { nextNumber, type CheckNumber, type NumberBook } from '../core/numbers/book'
import { fateRanges, proofOfNumbers } from '../core/numbers/proofOfNumbers'
import { perform } from '../core/office/actTypes'
import { MemoryOffice } from '../core/office/memory'
import { account, drawOf, opened, printed } from '../core/office/test/office'

const SIZE = 100_000
const RUN = 500
const book: NumberBook = {
  id: idOf('book'),
  accountId: account.id,
  kind: 'printed by us',
  start: 1 as CheckNumber,
  end: SIZE as CheckNumber,
}
const desk = new MemoryOffice()
desk.put({ ...opened(1), books: [book] })
const stamp = { at: '2026-11-24T10:00:00.000Z', by: 'Bench' }
const marks: Record<number, number> = {}
let last = performance.now()
let next = 1 as CheckNumber
for (let from = 0; from < SIZE; from += RUN) {
  const ids = Array.from({ length: RUN }, (_, i) => drawOf(`p${from + i}`, 1000 + i))
  for (const d of ids) must(await perform(desk, 'draw', { accountId: account.id, draw: d }, stamp))
  const runId = idOf<'run'>(`r${from}`)
  must(
    await perform(
      desk,
      'pick',
      { bookId: book.id, runId, paymentIds: ids.map(d => d.id), order: 'as drawn' },
      stamp,
    ),
  )
  must(await perform(desk, 'load', { runId, top: next }, stamp))
  must(await printed(desk, runId, stamp))
  must(
    await perform(
      desk,
      'countOff',
      {
        runId,
        outcomes: new Map(desk.kept.runs.get(runId)!.checks.map(c => [c.number, { kind: 'good' as const }])),
      },
      stamp,
    ),
  )
  next = (next + RUN) as CheckNumber
  const now = performance.now()
  marks[from + RUN] = (now - last) / RUN
  last = now
}
const of = (a: number, b: number): number => {
  const all = Object.entries(marks)
    .filter(([n]) => Number(n) > a && Number(n) <= b)
    .map(([, v]) => v)
    .sort((x, y) => x - y)
  return all[Math.floor(all.length / 2)]!
}
const timed = <T>(work: () => T): number => {
  const t = performance.now()
  work()
  return performance.now() - t
}
const rows = desk.rowsOf(book.id)
const rangesMs = timed(() => fateRanges(book, rows))
const proofMs = timed(() => proofOfNumbers([book], () => rows))
const nextMs = timed(() => nextNumber(book, rows))
/** The peer: walking once over all rows. */
let sum = 0
const walkMs = timed(() => {
  for (const row of rows.values()) sum += row.number
})
console.log(
  JSON.stringify({
    first: of(1000, 6000),
    last: of(94_000, 100_000),
    rangesMs,
    proofMs,
    nextMs,
    walkMs,
    sum,
  }),
)
