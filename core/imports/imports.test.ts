import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { damagedFiles, readInTime } from '../base/test/damaged'
import { dateOf, formatDate, plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { decodeText, MOST_ROWS, readDelimited, type Cells } from '../exchange/cells'
import { csvOut } from '../exchange/csvOut'
import { cents, sum } from '../money/cents'
import { figures } from '../money/figures'
import { perform } from '../office/actTypes'
import { beforeKnown } from '../office/acts/importEarlierChecks'
import { importKnown } from '../office/acts/importRows'
import { auditOffice } from '../office/audit/audit'
import { MemoryOffice } from '../office/memory'
import { company, account, bookOf, opened, payee } from '../office/test/office'
import type { ImportChoices } from './context'
import type { ImportKind } from './fields'
import { readJson } from '../exchange/fault'
import { matchingFileSchema } from '../exchange/matchingFile'
import { billsList } from '../lists/lists'
import { listCsv } from '../lists/list'
import { leftOut } from './skippedRows'
import { beforeOf, makeImport, onlyGood, onlyGoodBefore, seenRows } from './makeRows'
import { guessMatching, headerRowOf } from './matchColumns'
import { isLive } from '../payees/payee'
import { controlFault } from './controlTotals'
import { columnTotals, readRows, tableOf, unmatched, writtenIn, type ImportSpec } from './readRows'
import { applyMatching, matchingFile } from './savedMapping'
import { markOfFigures, orderOfDays, readDay, readFigure } from './parseCell'

const day = (text: string) => must(plainDate(text))
const today = day('2026-11-24')
const stamp = { at: '2026-11-24T10:00:00Z', by: 'Test' }
const wood = idOf<'ledger'>('wood')
const given: ImportChoices = {
  makePayees: true,
  payeeFor: {},
  fillIn: false,
  replace: [],
  termDays: null,
  ledgerId: null,
  makeLedgers: null,
  again: false,
  held: true,
  reverse: false,
  file: 'spring.csv',
}
let keys = 0

async function officeHere(): Promise<MemoryOffice> {
  const office = new MemoryOffice()
  office.put(opened(20))
  return office
}
function specOf(kind: ImportKind, cells: Cells): ImportSpec {
  const headerRow = headerRowOf(kind, cells)
  const matching = guessMatching(kind, cells, headerRow)
  const { order, mark } = writtenIn(tableOf(cells), { kind, headerRow, matching }, today)
  return { kind, headerRow, matching, order: order ?? 'month first', mark: mark ?? '.', round: false }
}
async function looked(
  office: MemoryOffice,
  kind: ImportKind,
  cells: Cells,
  choices: Partial<ImportChoices> = {},
) {
  const spec = specOf(kind, cells)
  const alike = new Map<string, ReturnType<typeof office.found<'bills'>>>()
  for (const bill of office.kept.bills.values())
    alike.set(bill.alike, [...(alike.get(bill.alike) ?? []), bill])
  const made = makeImport(
    kind,
    readRows(tableOf(cells), spec, today),
    {
      company,
      payees: [...office.kept.payees.values()],
      ledgers: [...office.kept.ledgers.values()],
      alike,
      payments: [...office.kept.payments.values()],
      numbers: office.rowsOf(bookOf(20).id),
      today,
      newKey: () => `key${keys++}`,
    },
    { ...given, ...choices },
    account.id,
  )
  const known =
    kind === 'before' ? await beforeKnown(office, beforeOf(made)) : await importKnown(office, made.taking)
  const seen = seenRows(made, known, stamp)
  return { spec, made, seen }
}
const table = (text: string) => must(readDelimited(text))
const told = (seen: Awaited<ReturnType<typeof looked>>['seen']) =>
  seen.map(s => [s.at + 1, s.state, s.here ?? s.faults.map(f => f.field).join()])

describe('what stands in files', () => {
  it('days are read in every order; what could be two days is asked, never guessed', () => {
    const days = fc.date({ min: new Date('2001-01-01'), max: new Date('2050-12-31'), noInvalidDate: true })
    fc.assert(
      fc.property(fc.array(days, { minLength: 1, maxLength: 20 }), fc.boolean(), (list, dayFirst) => {
        const plain = list.map(d => day(d.toISOString().slice(0, 10)))
        const written = plain.map(d => formatDate(d, dayFirst ? 'DD/MM/YYYY' : 'MM/DD/YYYY'))
        const order = orderOfDays(written, today)
        const wrong = plain.map(d => {
          const [y, m, of] = d.split('-').map(Number) as [number, number, number]
          const turned = dateOf(y, of, m)
          return turned.ok ? turned.value : undefined
        })
        if (order === undefined) expect(wrong.every(w => w !== undefined)).toBe(true)
        else if (wrong.some((w, i) => w !== plain[i]))
          expect(written.map(t => must(readDay(t, order, today)))).toEqual(plain)
      }),
    )
    for (const asked of [['03/04/2026', '05/06/2026'], ['03/04/2026 00:00'], ['04/13/2026', '13/04/2026']])
      expect(orderOfDays(asked, today), asked.join()).toBeUndefined()
    expect(orderOfDays(['03/03/2026'], today)).toBe('month first')
    expect(orderOfDays(['03/04/2026 9:15 AM', '2/28/2026 11:00'], today)).toBe('month first')
    for (const text of [
      '2026-11-24',
      '20261124',
      '24 Nov 2026',
      'November 24, 2026',
      '24-Nov-26',
      '2026/11/24 00:00',
      '11/24/2026T00:00:00.000Z',
      '24 novembre 2026',
      '24 nov. 2026',
      '24 de noviembre de 2026',
    ])
      expect(must(readDay(text, 'month first', today)), text).toBe('2026-11-24')
    expect(must(readDay('24 juin 2026', 'month first', today))).toBe('2026-06-24')
    expect(must(readDay('1er août 2026', 'month first', today))).toBe('2026-08-01')
    expect(must(readDay('24 mai 2026', 'month first', today))).toBe('2026-05-24')
    for (const text of [
      ...[
        '31/02/2026',
        '24 Foo 2026',
        'soon',
        '2026-13-01',
        '24 Octopus 2026',
        '24 Marble 2026',
        'Junk 24, 2026',
      ],
      ...['24/11/98', '24 Nov 47'],
    ])
      expect(readDay(text, 'day first', today).ok, text).toBe(false)
  })
  it('amounts come back to the cent, however thousands, cents and what is below nothing are written', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -99_999_999_999, max: 99_999_999_999 }), { minLength: 1 }),
        fc.constantFrom('.', ',') as fc.Arbitrary<'.' | ','>,
        fc.constantFrom('-', 'behind', '()'),
        fc.constantFrom('', '$', '€ ', 'USD '),
        (list, mark, below, sign) => {
          const written = list.map(n => {
            const bare = figures(cents(Math.abs(n)))
            const even = mark === '.' ? bare : bare.replaceAll(/[.,]/g, c => (c === '.' ? ',' : '.'))
            if (n >= 0) return sign + even
            return below === '()' ? `(${sign}${even})` : below === '-' ? `-${sign}${even}` : `${sign}${even}-`
          })
          expect([mark, undefined]).toContain(markOfFigures(written))
          expect(written.map(t => must(readFigure(t, mark)))).toEqual(list)
        },
      ),
    )
    expect(must(readFigure('1 234.50', '.'))).toBe(123_450)
    expect(must(readFigure('−12,34', ','))).toBe(-1234)
    for (const text of ['12.345', '1,23', 'twelve', '1.2.3', '()', '1 23', '1,234.567'])
      expect(readFigure(text, '.').ok, text).toBe(false)
    expect(must(readFigure('12.345', '.', true))).toBe(1235)
    expect(must(readFigure('-0.125', '.', true))).toBe(-13)
    expect(markOfFigures(['1.234'])).toBeUndefined()
    expect(markOfFigures(['12.345', '7'])).toBeUndefined()
    expect(markOfFigures(['1.234', '0.005'])).toBe('.')
    expect(markOfFigures(['1.234', '1.234,50'])).toBe(',')
    expect(markOfFigures(['1.5', '1,5'])).toBeUndefined()
    expect(markOfFigures(['12', '7'])).toBe('.')
  })
  it('bytes are read as what they are, and any bytes at all are taken or refused without a throw', () => {
    const wide = new Uint8Array([0xff, 0xfe, ...new Uint8Array(new Uint16Array([0x41, 0xe9]).buffer)])
    expect(must(decodeText(wide))).toEqual({ text: 'Aé', encoding: 'UTF-16' })
    expect(must(decodeText(new TextEncoder().encode('Aé'))).encoding).toBe('UTF-8')
    expect(must(decodeText(new Uint8Array([0x41, 0xe9])))).toEqual({ text: 'Aé', encoding: 'Windows-1252' })
    // One damaged byte does not turn the whole file into another encoding: its row is named.
    const damaged = new TextEncoder().encode(
      'payee,bill number,date,amount\nZoë é,1,2026-11-01,5.00\nCafX,2,2026-11-01,5.00',
    )
    damaged[damaged.lastIndexOf(0x58)] = 0xff
    const half = must(decodeText(damaged))
    expect(half.encoding).toBe('UTF-8')
    const cellsOfHalf = table(half.text)
    const [fine, bad] = readRows(tableOf(cellsOfHalf), specOf('bills', cellsOfHalf), today)
    expect([fine?.values.payee, fine?.faults]).toEqual(['Zoë é', []])
    expect(bad?.faults).toMatchObject([
      { field: 'payee', text: expect.stringContaining('could not be read') },
    ])
    expect(table('a,b\n="00123",="4""5"')[1]).toEqual(['00123', '4"5'])
    const good = csvOut(
      ['Payee', 'Bill number', 'Date', 'Amount'],
      [['Cobalt "Rope"', '=1+1', '2026-11-24', '12.00']],
    )
    expect(table(good)[1]).toEqual(['Cobalt "Rope"', '=1+1', '2026-11-24', '12.00'])
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(good.length), fc.string({ maxLength: 4 })), { maxLength: 6 }),
        harm => {
          let text = good
          for (const [at, more] of harm) text = text.slice(0, at) + more + text.slice(at + more.length)
          const cells = readInTime(() => readDelimited(text))
          if (cells.ok) readInTime(() => readRows(tableOf(cells.value), specOf('bills', cells.value), today))
          else expect(cells.refusal.text).toMatch(/row \d+|file/i)
        },
      ),
      { numRuns: damagedFiles(2000) },
    )
    expect(readDelimited('a\n'.repeat(MOST_ROWS + 5))).toMatchObject({
      ok: false,
      refusal: { code: 'file-rows' },
    })
  })
})

describe('rows of a file', () => {
  const bills = [
    'Our list of bills;;;;;',
    'Vendor;Invoice No;Invoice Date;Amount;Due date;GL account',
    'Shoreline Timber;A-1;24/11/2026;1.200,00;;',
    'Cobalt Rope;C-1;23/11/2026;80,50;24/12/2026;6120',
    'Cobalt Rope;C-2;31/11/2026;80,50;;6120',
    'cobalt  rope;C-1;23/11/2026;80,50;;6120',
    'Cobalt Rope;C-3;22/11/2026;;;6120',
    'Shoreline Timber;A-2;21/11/2026;(20,00);;9999',
    '',
    'Shoreline Timber;;21/11/2026;5,00;;',
  ].join('\n')

  it('are held against the office as the act would; each fault stands at its cell', async () => {
    const office = await officeHere()
    const { spec, made, seen } = await looked(office, 'bills', table(bills))
    expect(spec).toMatchObject({ headerRow: 1, order: 'day first', mark: ',' })
    expect(told(seen)).toEqual([
      [3, 'good', ''],
      [4, 'good', ''],
      [5, 'wrong', 'date'],
      [6, 'wrong', 'number'],
      [7, 'wrong', 'amount'],
      [8, 'wrong', 'ledger'],
      [10, 'wrong', 'number'],
    ])
    expect(await perform(office, 'importRows', made.taking, stamp)).toMatchObject({ ok: true })
    const before = office.snapshot()
    const rest = table(
      csvOut(...(Object.values(leftOut(table(bills), 1, seen, ['wrong'])) as [string[], string[][]])),
    )
    expect(rest).toHaveLength(6)
    expect(rest[1]?.at(-1)).toContain('does not exist')
    // Mended, the rest is taken in; what came before is seen to be here.
    const again = await looked(office, 'bills', [
      ...table(bills).slice(1, 4),
      ['Cobalt Rope', 'C-2', '30/11/2026', '80,50', '', '6120'],
    ])
    expect(told(again.seen).map(([, state]) => state)).toEqual(['here', 'here', 'good'])
    expect((await perform(office, 'importRows', onlyGood(again.made), stamp)).ok).toBe(true)
    expect(office.kept.bills.size).toBe(3)
    // Taken back as a whole, and only once.
    const intake = [...office.kept.intakes.values()].at(-1)!
    expect((await perform(office, 'undoImport', { intakeId: intake.id }, stamp)).ok).toBe(true)
    expect(await perform(office, 'undoImport', { intakeId: intake.id }, stamp)).toMatchObject({
      refusal: { code: 'intake-back' },
    })
    expect([...office.kept.bills.values()].map(b => b.stage)).toEqual(['waits', 'payable', 'cancelled'])
    const first = [...office.kept.intakes.values()][0]!
    expect((await perform(office, 'undoImport', { intakeId: first.id }, stamp)).ok).toBe(true)
    // The payee that came with it has bills in its story, and stays.
    expect([...office.kept.payees.values()].map(p => p.name)).toEqual([payee.name, 'Cobalt Rope'])
    expect(before.totals.length).toBeGreaterThan(0)
    expect([...office.kept.totals.values()].find(t => t.id === idOf('owed'))?.balance).toBe(0)
  })
  it('whatever they hold: what is seen to be good is taken in, all of it and nothing else', async () => {
    const cell = fc.oneof(
      {
        weight: 6,
        arbitrary: fc.constantFrom('Shoreline Timber', 'Cobalt Rope', 'Net & Twine', 'Zoë\u0001', ''),
      },
      { weight: 1, arbitrary: fc.string({ maxLength: 12 }) },
    )
    const number = fc.oneof(
      fc.integer({ min: 1, max: 6 }).map(n => `N-${n}`),
      fc.string({ maxLength: 50 }),
    )
    const amount = fc.oneof(
      fc.integer({ min: -90_000, max: 900_000 }).map(n => figures(cents(n))),
      fc.constantFrom('', 'x', '999999999999'),
    )
    const date = fc.constantFrom('2026-11-24', '2026-10-02', '2026-02-30', '')
    const row = fc.tuple(
      cell,
      number,
      date,
      amount,
      fc.constantFrom('', '6120', '1', '6500 Nets', 'Ropes', '6120 Other'),
    )
    await fc.assert(
      fc.asyncProperty(
        fc.array(row, { maxLength: 15 }),
        fc.boolean(),
        fc.boolean(),
        fc.constantFrom(null, 'expense' as const, 'asset' as const),
        async (rows, makePayees, ledger, makeLedgers) => {
          const office = await officeHere()
          const before = new Set(office.kept.ledgers.keys())
          const cells = [['payee', 'bill number', 'date', 'amount', 'ledger'], ...rows]
          const { made, seen } = await looked(office, 'bills', cells, {
            makePayees,
            makeLedgers,
            ledgerId: ledger ? wood : null,
          })
          const fine = onlyGood(made).bills.length
          expect(seen.some(s => s.state === 'good')).toBe(fine > 0)
          const done = await perform(office, 'importRows', onlyGood(made), stamp)
          expect(done.ok).toBe(fine > 0)
          expect(office.kept.bills.size).toBe(fine)
          const placed = new Set([...office.kept.bills.values()].flatMap(b => b.lines).map(l => l.ledgerId))
          const opened = [...office.kept.ledgers.values()].filter(l => !before.has(l.id))
          expect(opened.every(l => l.kind === makeLedgers && placed.has(l.id))).toBe(true)
          expect(new Set([...office.kept.ledgers.values()].map(l => l.code)).size).toBe(
            office.kept.ledgers.size,
          )
          const named = new Set([...office.kept.bills.values()].map(b => b.payeeId))
          expect([...office.kept.payees.keys()].every(id => id === payee.id || named.has(id))).toBe(true)
        },
      ),
      { numRuns: 150 },
    )
  })
  it('bills with several lines leave one office as a list and come into another as they were', async () => {
    const text = fc.stringMatching(/^[A-Za-z=+,'" -]{0,12}$/).map(t => t.trim().replaceAll(/ +/g, ' '))
    const line = fc.record({
      ledgerId: fc.constantFrom(wood, idOf<'ledger'>('cash')),
      amount: fc.integer({ min: 1, max: 90_000 }).map(cents),
      memo: text,
      tag: text,
    })
    const arbitrary = fc.record({ lines: fc.array(line, { minLength: 1, maxLength: 4 }), memo: text })
    await fc.assert(
      fc.asyncProperty(fc.array(arbitrary, { minLength: 1, maxLength: 4 }), async of => {
        const [from, to] = [await officeHere(), await officeHere()]
        for (const [i, { lines, memo }] of of.entries()) {
          const bill = {
            ...{ id: idOf<'bill'>(`b${i}`), payeeId: payee.id, number: `N-${i}`, memo },
            ...{ date: day('2026-11-02'), due: day('2026-12-02'), taxForm: 'none' as const },
            amount: sum(lines.map(l => l.amount)),
            lines: lines.map(({ tag, ...l }) => ({ ...l, ...(tag && { tag }) })),
          }
          expect((await perform(from, 'enterBill', { companyId: company.id, bill }, stamp)).ok).toBe(true)
        }
        const byKey = <T extends { readonly id: unknown }>(rows: Iterable<T>) =>
          new Map([...rows].map(r => [r.id as T['id'], r]))
        const list = billsList(
          [...from.kept.bills.values()],
          byKey(from.kept.payees.values()),
          byKey(from.kept.ledgers.values()),
          { from: '', to: '' },
        )
        const { made, seen } = await looked(to, 'bills', table(listCsv(list)))
        expect(seen.filter(s => s.state !== 'good')).toEqual([])
        expect((await perform(to, 'importRows', made.taking, stamp)).ok).toBe(true)
        const toldOf = (office: MemoryOffice) =>
          [...office.kept.bills.values()].map(b => [b.number, b.date, b.due, b.amount, b.memo, b.lines])
        expect(toldOf(to)).toEqual(toldOf(from))
      }),
      { numRuns: 60 },
    )
  })
  it('a line of a bill that is wrong takes the bill with it, and no other', async () => {
    const office = await officeHere()
    const rows = [
      'Payee,Bill number,Date,Amount,Ledger account,Line: amount,Line: job or department',
      'Shoreline Timber,L-1,2026-11-02,100.00,6120,60.00,Slip 4',
      ',,,,1010,40.00,',
      'Shoreline Timber,L-2,2026-11-02,100.00,6120,60.00,',
      ',,,,6120,39.00,',
      'Shoreline Timber,L-3,2026-11-02,100.00,6120,60.00,',
      ',,,,,40.00,',
      ',L-4,2026-11-02,5.00,6120,,',
      ',,,,6120,5.00,',
      'Shoreline Timber,L-5,2026-11-02,100.00,,,Slip 5',
    ]
    const { made, seen } = await looked(office, 'bills', table(rows.join('\n')))
    expect(told(seen)).toEqual([
      [2, 'good', ''],
      [3, 'good', ''],
      [4, 'wrong', 'line amount'],
      [5, 'wrong', ''],
      [6, 'wrong', ''],
      [7, 'wrong', 'ledger'],
      [8, 'wrong', 'payee'],
      [9, 'wrong', ''],
      [10, 'good', ''],
    ])
    expect(onlyGood(made).bills.map(b => b.lines.map(l => [l.ledgerId, l.amount, l.tag]))).toEqual([
      [
        [wood, 6000, 'Slip 4'],
        ['cash', 4000, undefined],
      ],
      [[wood, 10_000, 'Slip 5']],
    ])
    const bare = await looked(office, 'bills', table([rows[0], rows[2]].join('\n')))
    expect(told(bare.seen)).toEqual([[2, 'wrong', 'payee']])
  })
  it('a matching is kept by its titles, and finds them in another table', () => {
    const cells = table('Vendor,,Invoice No,Total,Total\na,b,c,d,e')
    const matching = { payee: 0, memo: 1, number: 2, amount: 4 }
    const file = matchingFile('Spring', { kind: 'bills', matching, order: 'day first', mark: ',' }, cells[0]!)
    expect(file.columns).toEqual({ payee: 'Vendor', memo: 2, number: 'Invoice No', amount: 5 })
    expect(readJson(JSON.stringify(file), matchingFileSchema)).toEqual({ ok: true, value: file })
    const other = table('Our bills,,\ninvoice no,x,VENDOR ,y,z\n1,2,3,4,5')
    expect(applyMatching(file, other)).toEqual({
      headerRow: 1,
      matching: { payee: 2, memo: 1, number: 0, amount: 4 },
      lacking: [],
    })
    const newer = { ...file, columns: { ...file.columns, payee: 'Creditor', shade: 'x' } }
    expect(applyMatching(newer, other)).toMatchObject({ lacking: ['Creditor', 'shade'] })
  })
  it('payments come with stub lines and pay; where one row is wrong, the payment is left out', async () => {
    const office = await officeHere()
    const pay = (withheld: string) =>
      [
        'Payee,Date,Amount,Memo,GL account,Invoice,Line amount,Gross,Discount,Pay kind,Pay name,Pay period,Pay year,Withheld to',
        'Shoreline Timber,2026-11-24,"1,080.00",Larch,,T-1,980.00,1000.00,20.00,,,,',
        ',,,,,T-2,100.00,,,,,,',
        'Ada Pellam,2026-11-24,900.00,,6120,,,,,Earning,Hours,1000.00,"12,000.00"',
        `,,,,,,,,,Deduction,Tax,100.00,1200.00,${withheld}`,
        'Shoreline Timber,2026-11-24,50.00,,,T-3,40.00,,,,,,',
        'Shoreline Timber,2026-11-24,60.00,,,T-4,60.00,70.00,5.00,,,,',
      ].join('\n')
    const nowhere = await looked(office, 'payments', table(pay('')))
    expect(told(nowhere.seen)[3]).toEqual([5, 'wrong', 'pay ledger'])
    const text = pay('6120')
    const { made, seen } = await looked(office, 'payments', table(text))
    expect(told(seen).map(([at, state]) => `${at} ${state}`)).toEqual([
      '2 good',
      '3 good',
      '4 good',
      '5 good',
      '6 wrong',
      '7 wrong',
    ])
    expect((await perform(office, 'importRows', onlyGood(made), stamp)).ok).toBe(true)
    const [timber, ada] = [...office.kept.payments.values()]
    expect(timber?.lines.map(l => [l.reference, l.amount, l.discount])).toEqual([
      ['T-1', 98_000, 2000],
      ['T-2', 10_000, undefined],
    ])
    expect(ada).toMatchObject({
      amount: 90_000,
      pay: [{ kind: 'earning' }, { kind: 'deduction', yearToDate: 120_000 }],
    })
    expect(office.kept.payees.get(ada!.payeeId)).toMatchObject({
      kind: 'employee',
      split: [{ ledgerId: wood }],
    })
    expect(sum([...office.kept.payments.values()].map(p => p.amount))).toBe(198_000)
    expect(
      told((await looked(office, 'payments', table(text))).seen)
        .slice(0, 2)
        .map(([, state]) => state),
    ).toEqual(['here', 'here'])
  })
  it('payees and ledger accounts come in once; those that nothing names go again', async () => {
    const office = await officeHere()
    const ledgers = await looked(
      office,
      'ledgers',
      table('Number,Name,Type\n6500,Nets,Expense\n6120,Materials,Expense\n6600,Odd,Sideways'),
    )
    expect(told(ledgers.seen)).toEqual([
      [2, 'good', ''],
      [3, 'here', 'already entered: 6120 Materials'],
      [4, 'wrong', 'kind'],
    ])
    await perform(office, 'importRows', onlyGood(ledgers.made), stamp)
    const payees = await looked(
      office,
      'payees',
      table(
        'Name,Code,Terms,1099,Address line 1,Account\nNet & Twine,NET,2/10 net 30,yes,Quay 1,6500\nShoreline Timber,,,,,\nOdd,NET,soon,maybe,,',
      ),
    )
    expect(told(payees.seen)).toEqual([
      [2, 'good', ''],
      [3, 'here', 'already entered: Shoreline Timber'],
      [4, 'wrong', 'terms,taxForm'],
    ])
    await perform(office, 'importRows', onlyGood(payees.made), stamp)
    const [first, second] = [...office.kept.intakes.values()]
    expect([...office.kept.payees.values()].at(-1)).toMatchObject({
      code: 'NET',
      taxForm: '1099',
      address: ['Quay 1'],
    })
    expect((await perform(office, 'undoImport', { intakeId: first!.id }, stamp)).ok).toBe(true)
    expect([...office.kept.ledgers.values()].some(l => l.code === '6500')).toBe(true)
    expect((await perform(office, 'undoImport', { intakeId: second!.id }, stamp)).ok).toBe(true)
    expect([...office.kept.payees.keys()]).toEqual([payee.id])
  })
  it('a column without a title is found by what stands in it; what is not found is asked for', () => {
    const cells = table('Who,When,What,How much\nCobalt Rope,24/11/2026,C-1,80.50')
    const found = guessMatching('bills', cells, 0)
    expect(found).toMatchObject({ date: 1, amount: 3 })
    expect(unmatched('bills', found).map(f => f.key)).toEqual(['payee', 'number'])
  })

  it('checks of before fill books, what is outstanding and balances; wrong rows stay out; all of it goes back', async () => {
    const office = await officeHere()
    const balance = () => office.kept.totals.get(account.cashLedgerId)?.balance ?? 0
    const [cash, number] = [balance(), (n: number) => office.rowsOf(bookOf(20).id).get(n as never)]
    const cells = table(
      [
        'Check no,Status,Payee,Date,Amount,Reason',
        '101,,Shoreline Timber,2026-10-02,120.00,',
        '102,cleared,Shoreline Timber,2026-10-03,80.00,',
        '103,void,Shoreline Timber,2026-10-03,70.00,wrong payee',
        '104,missing,,,,never in the box',
        '101,,Shoreline Timber,2026-10-02,120.00,',
        '9999,,Shoreline Timber,2026-10-02,5.00,',
        '105,spoiled,,,,',
        '106,lost at sea,Shoreline Timber,2026-10-02,5.00,',
        '107,,,2026-10-02,5.00,',
      ].join('\n'),
    )
    const { made, seen } = await looked(office, 'before', cells, { ledgerId: wood })
    expect(told(seen)).toEqual([
      [2, 'good', ''],
      [3, 'good', ''],
      [4, 'good', ''],
      [5, 'good', ''],
      [6, 'wrong', 'number'],
      [7, 'wrong', 'number'],
      [8, 'wrong', 'why'],
      [9, 'wrong', 'state'],
      [10, 'wrong', 'payee'],
    ])
    expect((await perform(office, 'importEarlierChecks', beforeOf(made), stamp)).ok).toBe(false)
    must(await perform(office, 'importEarlierChecks', { ...onlyGoodBefore(made), held: false }, stamp))
    expect([101, 102, 103, 104].map(n => number(n)?.fate)).toEqual(['issued', 'cleared', 'voided', 'missing'])
    // What the bank has not seen yet is out of the book balance, as what it has; what was voided never was.
    expect(balance()).toBe(cash - 20_000)
    const once = await looked(office, 'before', cells.slice(0, 3), { ledgerId: wood })
    expect(told(once.seen)).toEqual([
      [2, 'here', 'already entered with the same payee and amount'],
      [3, 'here', 'already entered with the same payee and amount'],
    ])
    const intakeId = made.taking.id
    const later = { ...stamp, at: '2026-11-24T11:00:00Z' }
    must(await perform(office, 'undoEarlierChecks', { intakeId }, later))
    expect([101, 102, 103, 104].map(n => number(n)?.fate)).toEqual(Array.from({ length: 4 }, () => 'unused'))
    expect(balance()).toBe(cash)
    expect(auditOffice(office.snapshot())).toEqual([])
    // Once more, and one of them is voided since: the file stays.
    const next = await looked(office, 'before', cells.slice(0, 2), { ledgerId: wood })
    must(await perform(office, 'importEarlierChecks', { ...beforeOf(next.made), held: false }, later))
    const ending = { numberId: number(101)!.id, ending: 'voided', why: 'lost' } as const
    must(await perform(office, 'replace', ending, { ...stamp, at: '2026-11-24T12:00:00Z' }))
    expect(
      await perform(office, 'undoEarlierChecks', { intakeId: next.made.taking.id }, later),
    ).toMatchObject({
      refusal: { code: 'intake-used', value: 101 },
    })
  })

  it('payees that are here get what they lack only where it is asked, and never lose what they have', async () => {
    const office = await officeHere()
    const text = [
      'Name,Code,Terms,E-mail,Address line 1',
      'Shoreline Timber,SHT,per contract,desk@shoreline.example,Quay 9',
    ].join('\n')
    const bare = await looked(office, 'payees', table(text))
    expect(bare.seen[0]?.faults.map(f => f.field)).toEqual(['terms'])
    const asked = await looked(office, 'payees', table(text), { termDays: 21 })
    expect(asked.seen[0]).toMatchObject({
      state: 'here',
      details: {
        added: [{ field: 'email' }, { field: 'code' }, { field: 'terms' }],
        differing: [{ field: 'address 1', now: payee.address.join(', '), file: 'Quay 9' }],
      },
    })
    expect(onlyGood(asked.made).changes ?? []).toEqual([])
    const filled = await looked(office, 'payees', table(text), { termDays: 21, fillIn: true })
    must(await perform(office, 'importRows', onlyGood(filled.made), stamp))
    expect(office.kept.payees.get(payee.id)).toMatchObject({
      code: 'SHT',
      email: 'desk@shoreline.example',
      terms: { from: 'date', days: 21, text: 'per contract' },
      address: payee.address,
    })
    const replaced = await looked(office, 'payees', table(text), { termDays: 21, replace: ['address 1'] })
    must(await perform(office, 'importRows', onlyGood(replaced.made), stamp))
    expect(office.kept.payees.get(payee.id)?.address).toEqual(['Quay 9'])
    expect(auditOffice(office.snapshot())).toEqual([])
    // Taken back, the details stay and are told.
    must(await perform(office, 'undoImport', { intakeId: filled.made.taking.id }, stamp))
    expect(office.kept.intakes.get(filled.made.taking.id)?.stayed).toMatchObject({ filledIn: 1 })
  })
  it('a payee whom the office does not know is asked once for all rows, near names first', async () => {
    const office = await officeHere()
    const text = [
      'Payee,Bill number,Date,Amount,Ledger account',
      'Shoreline Timbers,S-1,2026-11-02,5.00,6120',
      'Shoreline Timbers,S-2,2026-11-02,6.00,6120',
      'Ketch & Yawl,K-1,2026-11-02,7.00,6120',
    ].join('\n')
    const closed = await looked(office, 'bills', table(text), { makePayees: false })
    expect(closed.seen.map(s => s.state)).toEqual(['wrong', 'wrong', 'wrong'])
    expect([...closed.made.making.unknown.values()].map(u => [u.name, u.rows.length, u.near.length])).toEqual(
      [
        ['Shoreline Timbers', 2, 1],
        ['Ketch & Yawl', 1, 0],
      ],
    )
    const open = await looked(office, 'bills', table(text))
    expect(open.seen.map(s => [s.state, s.newPayee])).toEqual([
      ['wrong', undefined],
      ['wrong', undefined],
      ['good', 'Ketch & Yawl'],
    ])
    const same = await looked(office, 'bills', table(text), { payeeFor: { 'shoreline timbers': payee.id } })
    expect(onlyGood(same.made).bills.map(b => b.payeeId === payee.id)).toEqual([true, true, false])
    expect(onlyGood(same.made).payees.map(p => p.to.name)).toEqual(['Ketch & Yawl'])
    const fresh = await looked(office, 'bills', table(text), { payeeFor: { 'shoreline timbers': 'new' } })
    expect(fresh.seen.map(s => s.newPayee)).toEqual([
      'Shoreline Timbers',
      'Shoreline Timbers',
      'Ketch & Yawl',
    ])
    expect(onlyGood(fresh.made).payees).toHaveLength(2)
  })
  it('taken back, nothing of an import is in the way of the corrected file', async () => {
    const office = await officeHere()
    const text = [
      'Payee,Bill number,Date,Amount,Ledger account',
      'Ketch & Yawl,K-1,2026-11-02,7.00,6120',
      'Sloop Stores,S-1,2026-11-02,8.00,6120',
    ].join('\n')
    const first = await looked(office, 'bills', table(text))
    must(await perform(office, 'importRows', onlyGood(first.made), stamp))
    const sloop = [...office.kept.payees.values()].find(p => p.name === 'Sloop Stores')!
    const more = {
      id: idOf<'bill'>('later'),
      payeeId: sloop.id,
      number: 'S-2',
      memo: '',
      taxForm: 'none' as const,
    }
    const line = { ledgerId: wood, amount: cents(100), memo: '' }
    const later = { ...more, date: today, due: today, amount: cents(100), lines: [line] }
    must(await perform(office, 'enterBill', { companyId: company.id, bill: later }, stamp))
    must(await perform(office, 'cancelBill', { billId: later.id, why: 'twice' }, stamp))
    must(await perform(office, 'undoImport', { intakeId: first.made.taking.id }, stamp))
    // One is named by nothing but the import; the other by a bill that was entered by hand, and stays.
    const live = [...office.kept.payees.values()].filter(isLive).map(p => p.name)
    expect(live).toEqual([payee.name, 'Sloop Stores'])
    expect(office.kept.intakes.get(first.made.taking.id)?.stayed).toEqual({
      payees: 1,
      ledgers: 0,
      filledIn: 0,
    })
    const again = await looked(office, 'bills', table(text))
    expect(again.seen.map(s => [s.state, s.newPayee])).toEqual([
      ['good', 'Ketch & Yawl'],
      ['good', undefined],
    ])
    must(await perform(office, 'importRows', onlyGood(again.made), stamp))
    expect(auditOffice(office.snapshot())).toEqual([])
  })
  it('a column is held against what it should add up to', () => {
    const cells = table(
      'Payee,Bill number,Date,Amount\nA,1,2026-11-02,5.00\nA,2,2026-11-02,x\nA,3,2026-11-02,7.255',
    )
    const totals = columnTotals(tableOf(cells), { ...specOf('bills', cells), mark: '.' })
    expect(totals).toMatchObject([{ count: 1, unread: 2, uneven: 1, total: '5.00', exact: '12.255' }])
    const rounded = columnTotals(tableOf(cells), { ...specOf('bills', cells), mark: '.', round: true })
    expect(rounded).toMatchObject([{ count: 2, unread: 1, total: '12.26', exact: '12.255' }])
    expect(controlFault(rounded, { amount: '12.26' })).toBe('')
    expect(controlFault(rounded, { amount: '13' })).toBe(
      'Amount: The file adds up to 12.26, which is 0.74 less.',
    )
    expect(controlFault(rounded, { amount: 'abc' })).toContain('is not an amount')
  })
})
