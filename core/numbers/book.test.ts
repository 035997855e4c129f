import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { howMany } from '../base/howMany'
import { idOf } from '../base/id'
import { random, type Random } from '../base/random'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { cents } from '../money/cents'
import {
  become,
  behind,
  bookInUse,
  bookName,
  checkNumber,
  countFates,
  inBook,
  jumpedBy,
  nextNumber,
  takeNumbers,
  unusedRow,
  type BookKind,
  type CheckNumber,
  type CheckOnPaper,
  type NumberBook,
} from './book'
import { fates, mayBecome, type Fate } from './fates'
import { giveFate, undoFate } from './giveFate'
import { archiveBook, addBook } from './saveBook'
import { fateRanges, proofOfNumbers } from './proofOfNumbers'

const stamp = { at: '2026-11-24T10:00:00-05:00', by: 'Test' }
const n = (number: number) => number as CheckNumber
const bookFrom = (start: number, end: number, more: Partial<NumberBook> = {}): NumberBook => ({
  id: idOf(`${start}-${end}`),
  accountId: idOf('acc'),
  kind: 'printed by us',
  start: n(start),
  end: n(end),
  ...more,
})
const book = bookFrom(101, 110)
const check: CheckOnPaper = {
  paymentId: idOf('pay'),
  runId: idOf('run'),
  sheet: 1,
  place: 1,
  payee: 'Shoreline Timber',
  date: must(plainDate('2026-11-24')),
  amount: cents(12_00),
}
/** A row of the book as it stands with a fate. */
const row = (number: number, fate: Fate, payee?: string) => ({
  ...unusedRow(book, n(number)),
  fate,
  ...(payee && { check: { ...check, payee } }),
})
const rowsOf = (...rows: ReturnType<typeof row>[]) => new Map(rows.map(r => [r.number, r]))

describe('a check number', () => {
  it.each<[string, number | string]>([
    ['1', 1],
    [' 0042 ', 42],
    ['999999999999', 999_999_999_999],
    ['  ', 'number-blank (number) Enter a check number.'],
    ['0', 'number-pattern (number, 0) “0” is not a check number. Enter 1 to 12 digits.'],
    ['12a', 'number-pattern (number, 12a) “12a” is not a check number. Enter 1 to 12 digits.'],
    ['a12', 'number-pattern (number, a12) “a12” is not a check number. Enter 1 to 12 digits.'],
    [
      '1000000000000',
      'number-pattern (number, 1000000000000) “1000000000000” is not a check number. Enter 1 to 12 digits.',
    ],
  ])('“%s”: %s', (typed, expected) => {
    expect(cameTo(checkNumber(typed))).toBe(expected)
  })
  it('is refused at the field that it was typed in', () => {
    expect(cameTo(checkNumber('', 'start'))).toBe('number-blank (start) Enter a check number.')
  })
  it('stands in a book from its first to its last, whole', () => {
    const inside = [100, 101, 101.5, 110, 111, Number.NaN].map(number => inBook(book, number))
    expect(inside).toEqual([false, true, false, true, false, false])
  })
  it('that nothing has touched is unused, and has no life yet', () => {
    expect(unusedRow(book, n(103))).toEqual({
      id: '101-110/103',
      bookId: book.id,
      accountId: 'acc',
      number: 103,
      fate: 'unused',
      why: '',
      at: '',
      check: null,
      life: [],
    })
  })
})

describe('a fate', () => {
  it('has ends: what was issued is never free again, what is missing may be found', () => {
    const after = (from: Fate) => fates.filter(to => mayBecome(from, to)).join(', ')
    expect(Object.fromEntries(fates.map(from => [from, after(from)]))).toEqual({
      unused: 'on paper, issued, spoiled, missing, set aside',
      'on paper': 'unused, issued, spoiled',
      issued: 'cleared, spoiled, voided, stopped',
      cleared: 'issued',
      spoiled: '',
      voided: '',
      stopped: 'voided',
      missing: 'unused, set aside',
      'set aside': 'unused',
    })
  })
  it('follows another only as it may, and each is a line of the number’s life', () => {
    for (const from of fates)
      for (const to of fates) {
        const before = { ...row(103, from), life: [{ ...stamp, fate: 'unused' as const }] }
        const after = become(before, to, stamp, { why: 'jam', check })
        expect(cameTo(after), `${from}, ${to}`).toEqual(
          mayBecome(from, to)
            ? {
                ...before,
                fate: to,
                at: stamp.at,
                why: 'jam',
                check,
                life: [
                  ...before.life,
                  { ...stamp, fate: to, why: 'jam', payee: check.payee, runId: check.runId },
                ],
              }
            : `fate-impossible (number, 103) Number 103 is ${from} and cannot become ${to}.`,
        )
      }
  })
  it('keeps its check where none is told, and its life tells whose a number was that is free again', () => {
    const paper = { ...row(103, 'on paper'), check }
    expect(must(become(paper, 'issued', stamp))).toMatchObject({ check, why: '' })
    const free = must(become(paper, 'unused', stamp, { check: null }))
    expect(free).toMatchObject({ check: null, life: [{ payee: check.payee, runId: check.runId }] })
    expect(must(become(row(103, 'unused'), 'spoiled', stamp)).life).toEqual([{ ...stamp, fate: 'spoiled' }])
  })
})

describe('a number book', () => {
  const kinds: BookKind[] = ['handwritten pad', 'advices', 'printed by us', 'stationer’s stock']
  const [pad, advices, ours, stock] = kinds.map((kind, i) =>
    bookFrom(400 - i * 100, 450 - i * 100, { kind }),
  ) as [NumberBook, NumberBook, NumberBook, NumberBook]

  it('is called what the office calls it, else by its kind and range', () => {
    expect(bookName(book)).toEqual('printed by us, 101 to 110')
    expect(bookName({ ...book, name: 'Box of March' })).toBe('Box of March')
  })
  it('feeds a run where it is the one wanted, else the lowest of checks; never a pad', () => {
    const inUse = (books: NumberBook[], wanted?: NumberBook) => bookInUse(books, wanted?.id)?.id
    expect(inUse([pad, advices, ours, stock])).toBe(stock.id)
    expect(inUse([pad, advices, ours, stock], ours)).toBe(ours.id)
    expect(inUse([pad, advices, ours, stock], advices)).toBe(stock.id)
    expect(inUse([ours, { ...stock, archived: true }], stock)).toBe(ours.id)
    expect(inUse([pad, advices])).toBe(advices.id)
    expect(inUse([pad])).toBeUndefined()
    expect(inUse([{ ...ours, archived: true }])).toBe(ours.id)
  })
  it('opens with a name that is kept tidy, and stands in the trail', () => {
    const act = { ...book, name: `  ${'x'.repeat(61)} ` }
    expect(must(addBook({ books: [], twins: [] }, act))).toEqual({
      changes: { books: [{ ...book, name: 'x'.repeat(60) }] },
      trail: {
        act: 'Number book added',
        text: `Added number book ${'x'.repeat(60)}: 101 to 110.`,
        about: { account: 'acc', book: book.id },
      },
    })
    expect(must(addBook({ books: [], twins: [] }, book)).changes.books).toEqual([book])
  })
  it.each<[Partial<NumberBook>, string]>([
    [{ id: ours.id }, 'book-known (book) This number book already exists.'],
    [{ start: n(0) }, 'number-pattern (start) Enter a check number.'],
    [{ start: n(1.5) }, 'number-pattern (start) Enter a check number.'],
    [{ end: n(1_000_000_000_000) }, 'number-pattern (end) Enter a check number.'],
    [
      { start: n(110), end: n(109) },
      'book-backwards (end, 109, 110) The last number must not be below the first.',
    ],
    [
      { start: n(1000), end: n(1_001_000) },
      'book-long (end, 1001000, 1000000) A book can have at most 1,000,000 numbers. Check both numbers.',
    ],
    [
      { start: n(250), end: n(260) },
      'book-overlaps (start, 200, 250) This overlaps another book, printed by us, 200 to 250. A number can only be in one book.',
    ],
    [
      { start: n(190), end: n(200) },
      'book-overlaps (end, 200, 250) This overlaps another book, printed by us, 200 to 250. A number can only be in one book.',
    ],
    [
      { start: n(600), end: n(620) },
      'account-twice (start, 620, 640) Another account has the same bank code and account number, and its book “printed by us, 620 to 640” has 620 to 640. The bank would see a number twice.',
    ],
  ])('%j is refused', (more, expected) => {
    const known = {
      books: [ours, { ...stock, accountId: idOf<'account'>('other') }],
      twins: [bookFrom(620, 640)],
    }
    expect(cameTo(addBook(known, { ...book, ...more }))).toBe(expected)
  })
  it('takes what only just fits, and tells the other by its name', () => {
    const opened = (start: number, end: number, more: Partial<NumberBook> = {}) =>
      cameTo(addBook({ books: [{ ...ours, ...more }], twins: [] }, bookFrom(start, end)))
    for (const [start, end] of [[1, 1] as const, [1, 199] as const, [251, 1_000_250] as const])
      expect(opened(start, end), `${start}`).toMatchObject({ changes: {} })
    expect(opened(999_999_999_999, 999_999_999_999)).toMatchObject({ changes: {} })
    expect(opened(200, 200, { name: 'Box of May' })).toMatch(/another book, “Box of May”, 200 to 250/)
    expect(opened(240, 240)).toMatch(/^book-overlaps \(start/)
  })
  it('is put away once nothing of it is unused and no run of it is open, and taken out again', () => {
    const put = (unused: number, open: number, of = book, archived = true) =>
      cameTo(archiveBook({ book: of, unused, open }, { archived }))
    const about = { account: 'acc', book: book.id }
    const away = { ...book, archived: true }
    expect(put(0, 0)).toEqual({
      changes: { books: [away] },
      trail: { act: 'Number book archived', text: `Archived number book ${bookName(book)}.`, about },
    })
    expect(put(3, 0)).toBe(
      'book-unused (book, 3) This book still has 3 unused numbers. Set their fate first (set aside, missing or spoiled).',
    )
    expect(put(0, 1)).toBe('book-open-run (book) A run of this book is not counted off yet.')
    expect(put(0, 0, away)).toBe('book-so-already (book) This book is already archived.')
    expect(put(0, 0, book, false)).toBe('book-so-already (book) This book is already in use.')
    expect(put(3, 1, away, false)).toEqual({
      changes: { books: [book] },
      trail: { act: 'Number book unarchived', text: `Unarchived number book ${bookName(book)}.`, about },
    })
  })
})

describe('the numbers of a book', () => {
  /** A book whose numbers have some fate each, written down as a plain list. */
  const lived = (r: Random) => {
    const start = r.between(1, 900)
    const free = r.between(0, 3)
    const told = Array.from({ length: r.between(1, 14) }, () =>
      r.between(0, 3) < free ? 'unused' : r.one(fates),
    )
    const of = bookFrom(start, start + told.length - 1)
    const touched = told.flatMap((fate, i) =>
      fate === 'unused' && r.between(0, 2) ? [] : [[n(start + i), { fate }] as const],
    )
    const numbers = told.map((fate, i) => ({ number: n(start + i), fate }))
    return { of, rows: new Map(touched), numbers, free: numbers.filter(t => t.fate === 'unused') }
  }
  it('next, taken, jumped over and counted are what a plain list says, up and down', () => {
    for (let seed = 1; seed <= 400; seed++) {
      const r = random(seed)
      const { of, rows, numbers, free } = lived(r)
      const way = r.one([1, -1] as const)
      const inOrder = (way > 0 ? free : free.toReversed()).map(t => t.number)
      expect(nextNumber(of, rows, way), `seed ${seed}`).toBe(inOrder[0])
      if (way > 0) expect(nextNumber(of, rows)).toBe(inOrder[0])

      const from = n(r.between(of.start - 1, of.end + 1))
      const ahead = inOrder.filter(number => (number - from) * way >= 0)
      const count = r.between(0, 5)
      const taken = cameTo(takeNumbers(of, rows, from, count, way))
      if (inBook(of, from))
        expect(taken, `seed ${seed}`).toEqual(
          ahead.length >= count
            ? ahead.slice(0, count)
            : `book-too-short (top, ${ahead.length}, ${count}) The number book ${of.start} to ${of.end} has only ${howMany(ahead.length, 'unused number')} from ${from} on, and the run needs ${count}.`,
        )

      const present = numbers.find(t => t.number === from)
      const jumped = inOrder.filter(number => (number - from) * way < 0)
      const expected = !present
        ? `number-outside (top, ${from}) Number ${from} is not in the number book, which has ${of.start} to ${of.end}.`
        : present.fate !== 'unused'
          ? `number-used (top, ${from}) Number ${from} is already ${present.fate}. A number can only be used once.`
          : jumped
      expect(cameTo(jumpedBy(of, rows, from, way)), `seed ${seed}`).toEqual(expected)
      expect(cameTo(behind(of, rows, from, count, way)), `seed ${seed}`).toEqual(
        Array.isArray(expected) && ahead.length < count ? taken : expected,
      )

      const counts = countFates(of, rows.values())
      for (const fate of fates)
        expect(counts[fate], `seed ${seed}, ${fate}`).toBe(numbers.filter(t => t.fate === fate).length)
      const ranges = fateRanges(of, rows)
      expect(
        ranges.flatMap(({ from: a, to: b, fate }) =>
          Array.from({ length: b - a + 1 }, (_, i) => ({ number: a + i, fate })),
        ),
      ).toEqual(numbers)
      expect(ranges.every((range, i) => range.fate !== ranges[i + 1]?.fate)).toBe(true)
    }
  })
  it('that one is used twice is refused with whose it is', () => {
    expect(cameTo(jumpedBy(book, rowsOf(row(103, 'issued', 'Cobalt Rope')), n(103)))).toBe(
      'number-used (top, 103) Number 103 is already issued (Cobalt Rope). A number can only be used once.',
    )
  })
  it('add up in every book, and what stands outside or in two is named', () => {
    const other = bookFrom(105, 120)
    const elsewhere = bookFrom(101, 110, { accountId: idOf('other'), id: idOf('there') })
    const rows = new Map([
      [book.id, rowsOf(row(101, 'issued'), row(105, 'voided'), row(110, 'spoiled'))],
      [other.id, rowsOf(row(105, 'voided'), row(110, 'issued'), row(120, 'missing'))],
      [elsewhere.id, rowsOf(row(105, 'voided'))],
    ])
    const of = (b: NumberBook) => rows.get(b.id)!
    const { books, problems } = proofOfNumbers([book, elsewhere, other], of)
    expect(problems).toEqual([
      { number: 105, bookId: other.id, what: 'is in two books' },
      { number: 110, bookId: other.id, what: 'is in two books' },
    ])
    expect(books.map(b => [b.book.id, b.length, b.counts.unused, b.agrees])).toEqual([
      [book.id, 10, 7, true],
      ['there', 10, 9, true],
      [other.id, 16, 13, true],
    ])
    const apart = [bookFrom(100, 102), bookFrom(103, 110), bookFrom(105, 105)]
    const own = [rowsOf(row(102, 'issued')), rowsOf(row(103, 'issued')), rowsOf(row(105, 'issued'))]
    expect(proofOfNumbers(apart, b => own[apart.indexOf(b)]!).problems).toEqual([])
    const full = { ...bookFrom(105, 105), kind: 'advices' as const }
    expect(proofOfNumbers([full], () => own[2]!).books).toMatchObject([{ agrees: true }])
    const short = bookFrom(103, 103)
    const astray = proofOfNumbers([short], () =>
      rowsOf(row(102, 'issued'), row(103, 'issued'), row(104, 'issued')),
    )
    expect(astray.problems).toEqual([
      { number: 102, bookId: short.id, what: 'outside its book, 103 to 103' },
      { number: 104, bookId: short.id, what: 'outside its book, 103 to 103' },
    ])
    expect(astray.books).toMatchObject([{ length: 1, agrees: false }])
  })
})

describe('a fate given by a person', () => {
  const rows = rowsOf(row(103, 'issued'), row(104, 'missing'), row(105, 'set aside'), row(106, 'missing'))
  const give = (numbers: number[], fate: 'missing' | 'spoiled' | 'set aside' = 'missing', why = 'box damp') =>
    cameTo(giveFate({ book, rows }, { numbers: numbers.map(n), fate, why }, stamp))
  const back = (numbers: number[], more: { to?: 'unused' | 'set aside'; why?: string } = {}, of = book) =>
    cameTo(undoFate({ book: of, rows }, { numbers: numbers.map(n), ...more }, stamp))
  const about = { account: 'acc', book: book.id }

  it('is theirs from then on, with its reason, and the trail names the first and the last', () => {
    const line = { ...stamp, fate: 'spoiled', why: 'box damp' }
    expect(give([101, 102], 'spoiled', ' box damp ')).toEqual({
      changes: {
        numbers: [101, 102].map(number => ({
          ...unusedRow(book, n(number)),
          fate: 'spoiled',
          at: stamp.at,
          why: 'box damp',
          life: [line],
        })),
      },
      trail: { act: 'Fate set', text: 'Marked 101 to 102 as spoiled: box damp.', about },
    })
    expect(give([110])).toMatchObject({ trail: { text: 'Marked 110 as missing: box damp.' } })
  })
  it.each<[() => ReturnType<typeof give>, string]>([
    [() => give([]), 'numbers-none (numbers) Choose at least one number.'],
    [() => give([101], 'missing', ' '), 'why-blank (why) Give a reason.'],
    [() => give([101, 111]), 'number-outside (numbers, 111) Number 111 is not in the number book.'],
    [
      () => give([101, 103]),
      'number-used (numbers, 103) Number 103 is issued. Only an unused number can be given a fate.',
    ],
    [() => back([]), 'numbers-none (numbers) Choose at least one number.'],
    [
      () => back([101]),
      'number-not-aside (numbers, 101) Number 101 is unused. Only a number that is set aside or missing can be made unused again.',
    ],
    [
      () => back([105, 103]),
      'number-not-aside (numbers, 103) Number 103 is issued. Only a number that is set aside or missing can be made unused again.',
    ],
    [
      () => back([105], { to: 'set aside', why: 'x' }),
      'number-not-aside (numbers, 105) Number 105 is set aside. Only a number that is set aside or missing can be made unused again.',
    ],
    [() => back([104], { why: ' ' }), 'why-blank (why, 104) Enter how number 104 was found.'],
    [
      () => back([105], {}, { ...book, archived: true }),
      'book-put-away (book) “printed by us, 101 to 110” is archived. Unarchive it first.',
    ],
  ])('%#: refused', (done, expected) => {
    expect(done()).toBe(expected)
  })
  it('is taken back where a number was set aside, or was missing and is found', () => {
    expect(back([105])).toMatchObject({
      changes: { numbers: [{ number: 105, fate: 'unused', why: '', life: [{ ...stamp, fate: 'unused' }] }] },
      trail: { act: 'Fate undone', text: 'Marked 105 as unused again.', about },
    })
    expect(
      back([104, 106], { to: 'set aside', why: ' in the safe ' }, { ...book, archived: true }),
    ).toMatchObject({
      changes: {
        numbers: [
          { number: 104, fate: 'set aside', why: 'in the safe' },
          { number: 106, fate: 'set aside', why: 'in the safe' },
        ],
      },
      trail: { text: 'Marked 104, 106 as set aside: in the safe.' },
    })
  })
})
