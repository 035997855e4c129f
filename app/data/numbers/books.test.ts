import 'fake-indexeddb/auto'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { random, type Random } from '#core/base/random'
import { idOf } from '#core/base/id'
import { countFates, numberId, type CheckNumber, type NumberBook, type NumberRow } from '#core/numbers/book'
import { fates } from '#core/numbers/fates'
import { cents } from '#core/money/cents'
import { trailLine, type TrailLine } from '#core/trail/trail'
import { fatesOf } from './bookFates'
import { paintStrips } from './paintStrips'
import { db } from '../store/db'
import { auditWork } from '../audit/auditWork'
import { countTouched, newestNumbers, readNumbersProof, readStrips } from './bookReads'
import { numbersLike } from '../find/numberLines'
import { numbersLaidOut } from '../find/searchBlocks'
import { figures } from '#core/money/figures'
import { readPace } from './pace'

/** Everything that is kept, looked at as the worker does. */
const looked = async () =>
  (await auditWork.run({ at: '2026-11-24T10:00:00.000Z', by: 'Test' }, () => undefined))!

const bookOf = (id: string, accountId: string, start: number, end: number): NumberBook => ({
  id: idOf(id),
  accountId: idOf(accountId),
  kind: 'printed by us',
  start: start as CheckNumber,
  end: end as CheckNumber,
})
/**
 * Three books of one account, far apart and across the thousands, and one of another with the same numbers.
 */
const books = [
  bookOf('low', 'a', 1, 400),
  bookOf('mid', 'a', 1990, 3010),
  bookOf('high', 'a', 900_001, 902_500),
  bookOf('other', 'b', 1, 3010),
]
const rowOf = (book: NumberBook, number: number, fate: NumberRow['fate'], payee: string): NumberRow => ({
  id: numberId(book.id, number as CheckNumber),
  bookId: book.id,
  accountId: book.accountId,
  number: number as CheckNumber,
  fate,
  why: '',
  at: '',
  life: [],
  check: payee
    ? {
        paymentId: idOf(`p${number}`),
        runId: idOf('r'),
        sheet: 1,
        place: 1,
        payee,
        date: '2026-11-24' as never,
        amount: cents(number),
      }
    : null,
})
function someRows(r: Random): NumberRow[] {
  return books.flatMap(book =>
    Array.from({ length: r.between(0, 300) }, () => r.between(book.start, book.end))
      .filter((n, i, all) => all.indexOf(n) === i)
      .map(n => rowOf(book, n, r.one(fates), r.one(['', 'Shoreline Timber', 'Saltgrass Bakery']))),
  )
}

beforeEach(async () => {
  await Promise.all(db.tables.map(t => t.clear()))
  await db.books.bulkPut(books)
})
afterAll(async () => {
  await db.delete()
})

describe('number books in the store', () => {
  it('strips give back the fates painted into them, in any order and over one another', async () => {
    for (let seed = 1; seed <= 12; seed++) {
      await db.strips.clear()
      const r = random(seed)
      const now = new Map<string, NumberRow>()
      for (let act = 0; act < 5; act++) {
        const rows = someRows(r)
        await paintStrips(db, rows)
        for (const row of rows) now.set(row.id, row)
      }
      for (const book of books) {
        const found = await fatesOf(db, book.id)
        const meant = [...now.values()]
          .filter(row => row.bookId === book.id)
          .sort((a, b) => a.number - b.number)
        expect(
          [...found].map(([n, { fate }]) => [n, fate]),
          `seed ${seed}`,
        ).toEqual(meant.map(row => [row.number, row.fate]))
      }
    }
  })
  it('a search finds what walking over all rows finds, newest first, over every book of the account', async () => {
    for (let seed = 1; seed <= 8; seed++) {
      await Promise.all([db.numbers.clear(), db.strips.clear()])
      const r = random(seed)
      const rows = someRows(r)
      await db.numbers.bulkPut(rows)
      await paintStrips(db, rows)
      const own = rows.filter(row => row.accountId === 'a').sort((a, b) => b.number - a.number)
      const most = r.between(1, 200)
      const strips = await readStrips(idOf('a'))
      expect(await newestNumbers(idOf('a'), strips, most)).toEqual(own.slice(0, most))
      expect(countTouched(strips)).toBe(own.length)
      // What a person sees of a row, and looks for in it.
      const [text, fate] = [r.one(['', 'grass b', '0', '17', '1.0']), r.one(['all', ...fates] as const)]
      const takes = (row: NumberRow): boolean =>
        (fate === 'all' || row.fate === fate) &&
        [String(row.number), row.check?.payee.toLowerCase(), row.check && figures(row.check.amount)].some(
          seen => seen?.includes(text),
        )
      expect(numbersLike(await numbersLaidOut(idOf('a')), { text, fate, most })).toEqual(
        own
          .filter(takes)
          .slice(0, most)
          .map(row => row.id),
      )
    }
  })
  it('the proof adds up every book, and its comparison names each row that says something else, or is missing, or was never told', async () => {
    const rows = someRows(random(5))
    await db.numbers.bulkPut(rows)
    await paintStrips(db, rows)
    const proof = await readNumbersProof()
    for (const { book, counts, agrees } of proof.books) {
      expect(counts).toEqual(
        countFates(
          book,
          rows.filter(row => row.bookId === book.id),
        ),
      )
      expect(agrees).toBe(true)
    }
    expect(proof.problems).toEqual([])
    expect(await looked()).toMatchObject({ numbers: rows.length, strays: [] })
    const changed = rows.find(row => row.fate === 'issued')!
    const gone = rows.find(row => row.fate === 'cleared')!
    await db.numbers.put({ ...changed, fate: 'voided' })
    await db.numbers.delete(gone.id)
    await db.numbers.put(rowOf(books[0]!, 777, 'issued', ''))
    const said = (await looked()).strays.map(d => `${d.bookId} ${d.number} ${d.what}`).sort()
    expect(said).toEqual(
      [
        `${changed.bookId} ${changed.number} recorded as voided, the book says issued`,
        `${gone.bookId} ${gone.number} recorded as none, the book says cleared`,
        'low 777 recorded as issued, the book says none',
      ].sort(),
    )
    await paintStrips(db, [
      rowOf(books[0]!, 777, 'issued', ''),
      rowOf(bookOf('gone', 'a', 1, 9), 5, 'issued', ''),
    ])
    expect((await readNumbersProof()).problems.map(p => p.what)).toEqual([
      'outside its book, 1 to 400',
      'numbers of a book that is not there',
    ])
  })
  it('the pace counts the sheets of each of the last eight weeks, and nothing that never came out', async () => {
    const now = new Date('2026-11-25T12:00:00.000Z')
    const run = (id: string, daysAgo: number, kinds: readonly string[]) => ({
      id,
      bookId: 'low',
      accountId: 'a',
      state: 'counted off',
      printedAt: new Date(now.getTime() - daysAgo * 86_400_000).toISOString(),
      checks: kinds.map(kind => ({ outcome: { kind } })),
    })
    await db.runs.bulkPut([
      run('1', 0.5, ['good', 'spoiled']),
      run('2', 6.5, ['good', 'never came out']),
      run('3', 8, ['good']),
      run('4', 55, ['good', 'good']),
      run('5', 57, ['good']),
    ] as never[])
    expect(await readPace(books[0]!, now)).toEqual([2, 0, 0, 0, 0, 0, 1, 3])
  })
})

describe('running balances in the store', () => {
  it('are compared with all entries, some at a time, and what differs is named', async () => {
    const [cash, wood] = [idOf<'ledger'>('cash'), idOf<'ledger'>('wood')]
    const entryOf = (n: number) => ({
      id: `e${String(n).padStart(5, '0')}`,
      ledgers: [cash, wood],
      lines: [
        { ledgerId: wood, debit: n, credit: 0 },
        { ledgerId: cash, debit: 0, credit: n },
      ],
    })
    const MANY = 4100
    await db.entries.bulkPut(Array.from({ length: MANY }, (_, n) => entryOf(n)) as never[])
    const sum = (MANY * (MANY - 1)) / 2
    await db.totals.bulkPut([
      { id: cash, balance: cents(-sum) },
      { id: wood, balance: cents(sum) },
    ])
    const kept = async () => (await looked()).findings.filter(f => f.includes('is kept as'))
    expect([(await looked()).entries, await kept()]).toEqual([MANY, []])
    await db.totals.put({ id: cash, balance: cents(1 - sum) })
    expect(await kept()).toEqual([`ledger ${cash} is kept as ${1 - sum}, its entries say ${-sum}`])
  })

  it('looked at as a whole, a line of the trail that was changed is told as what it is', async () => {
    const act = { act: 'Bill entered', text: 'x', about: {} }
    const lines: TrailLine[] = []
    const [stamp, stated] = [
      { at: '2026-11-24T10:00:00Z', by: 'x' },
      { rows: '0'.repeat(64), tables: {} },
    ]
    for (let n = 0; n < 4; n++) lines.push(trailLine(act, stamp, lines.at(-1), stated))
    await db.trail.bulkAdd(lines.map((line, i) => (i === 1 ? { ...line, text: 'y' } : line)))
    const report = await looked()
    expect(report.findings[0]).toContain('The trail is broken at line 2')
    expect([report.lines, report.head]).toEqual([4, lines[3]!.hash])
  })
})
