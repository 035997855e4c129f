import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { must } from '../base/result'
import { cellText, decodeText, readDelimited, type Cells } from '../exchange/cells'
import { csvOut } from '../exchange/csvOut'
import { xlsx } from '../exchange/test/xlsx'
import { openWorkbook } from '../exchange/workbook'
import { guessMatching, headerRowOf } from './matchColumns'
import { columnTotals, readRows, tableOf, writtenIn, type ImportSpec } from './readRows'

/*
 * Files whose meaning is known beside them: bills written in many ways. Whatever the file, what is understood
 * without a question must be what was meant; the questions are answered with the truth.
 */
const today = must(plainDate('2026-11-24'))
const FILES = Number(process.env.TRUE_FILES ?? 500)

interface Bill {
  readonly number: string
  /** Days after the first of January 2020. */
  readonly day: number
  /** In thousandths: some are finer than money. */
  readonly thousandths: number
}
interface Writing {
  readonly mark: '.' | ','
  readonly groups: '' | 'mark' | ' ' | '’'
  readonly below: '-' | 'behind' | '()'
  readonly sign: '' | '$' | '€ ' | 'USD '
  readonly date: 'iso' | 'us' | 'eu' | 'eu short' | 'words' | 'mots' | 'us time'
  readonly shape: 'csv' | 'workbook' | 'typed workbook'
}
const bill: fc.Arbitrary<Bill> = fc.record({
  number: fc.integer({ min: 1, max: 99_999 }).map(n => `N-${n}`),
  day: fc.integer({ min: 0, max: 3000 }),
  thousandths: fc.oneof(
    { weight: 8, arbitrary: fc.integer({ min: -9_999_999, max: 99_999_999 }).map(n => n * 10) },
    { weight: 1, arbitrary: fc.integer({ min: -99_999, max: 9_999_999 }) },
    { weight: 1, arbitrary: fc.integer({ min: 1, max: 999 }).map(n => n * 1000) },
  ),
})
const writing: fc.Arbitrary<Writing> = fc.record({
  mark: fc.constantFrom('.', ','),
  groups: fc.constantFrom('', 'mark', ' ', '’'),
  below: fc.constantFrom('-', 'behind', '()'),
  sign: fc.constantFrom('', '$', '€ ', 'USD '),
  date: fc.constantFrom('iso', 'us', 'eu', 'eu short', 'words', 'mots', 'us time'),
  shape: fc.constantFrom('csv', 'workbook', 'typed workbook'),
})

/** The truth of a bill in the form that rows are read into, made without any code of the product. */
function meant({ day, thousandths }: Bill) {
  const date = new Date(Date.UTC(2020, 0, 1) + day * 86_400_000).toISOString().slice(0, 10)
  const cents = thousandths % 10 === 0 ? thousandths / 10 : undefined
  return { date, cents }
}
const months = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ')
const mois = 'janvier février mars avril mai juin juillet août septembre octobre novembre décembre'.split(' ')
function dateWritten(date: string, how: Writing['date']): string {
  const [y = '', m = '', d = ''] = date.split('-')
  switch (how) {
    case 'iso':
      return date
    case 'us':
      return `${Number(m)}/${Number(d)}/${y}`
    case 'us time':
      return `${m}/${d}/${y} 00:00`
    case 'eu':
      return `${d}.${m}.${y}`
    case 'eu short':
      return `${d}/${m}/${y.slice(2)}`
    case 'words':
      return `${Number(d)} ${months[Number(m) - 1]} ${y}`
    case 'mots':
      return `${Number(d)} ${mois[Number(m) - 1]} ${y}`
  }
}
function amountWritten(thousandths: number, w: Writing): string {
  const size = Math.abs(thousandths)
  const rest = String(size % 1000).padStart(3, '0')
  const decimals = rest.endsWith('0') ? rest.slice(0, 2) : rest
  const group = w.groups === 'mark' ? (w.mark === '.' ? ',' : '.') : w.groups
  const whole = String(Math.floor(size / 1000)).replaceAll(/(\d)(?=(\d{3})+$)/g, `$1${group}`)
  const isRound = thousandths % 1000 === 0
  const text = isRound ? whole : whole + w.mark + decimals
  if (thousandths >= 0) return w.sign + text
  return w.below === '()' ? `(${w.sign}${text})` : w.below === '-' ? `-${w.sign}${text}` : `${w.sign}${text}-`
}
/** The file as the reader gets it, through bytes. */
function fileOf(bills: readonly Bill[], w: Writing): Cells {
  const titles = ['Payee', 'Bill number', 'Date', 'Amount']
  const rows = bills.map(b => [
    'Acme',
    b.number,
    dateWritten(meant(b).date, w.date),
    amountWritten(b.thousandths, w),
  ])
  if (w.shape === 'csv') {
    const bytes = new TextEncoder().encode(csvOut(titles, rows))
    return must(readDelimited(must(decodeText(bytes)).text))
  }
  const text = (t: string): string => `<c t="inlineStr"><is><t>${t}</t></is></c>`
  const typed = w.shape === 'typed workbook'
  const xml = [titles, ...rows].map((row, i) => {
    const cells = row.map((cell, column) => {
      const b = bills[i - 1]
      if (!b || !typed || column < 2) return text(cell)
      return column === 3 ? `<c><v>${b.thousandths / 1000}</v></c>` : `<c s="1"><v>${43_831 + b.day}</v></c>`
    })
    return `<row>${cells.join('')}</row>`
  })
  const bytes = xlsx([{ rows: xml.join('') }], { formats: [{ id: 14 }] })
  return must(must(openWorkbook(bytes)).read(0)).cells
}

describe('files whose meaning is known', () => {
  it(
    'are never understood otherwise without a question',
    () => {
      let asked = 0
      fc.assert(
        fc.property(fc.array(bill, { minLength: 1, maxLength: 6 }), writing, (bills, w) => {
          const table = tableOf(fileOf(bills, w))
          const headerRow = headerRowOf('bills', table.cells)
          const columns = {
            kind: 'bills' as const,
            headerRow,
            matching: guessMatching('bills', table.cells, headerRow),
          }
          expect(columns.matching).toEqual({ payee: 0, number: 1, date: 2, amount: 3 })
          const written = writtenIn(table, columns, today)
          if (!written.order || !written.mark) asked++
          const trueOrder = w.date.startsWith('us') ? 'month first' : 'day first'
          const spec: ImportSpec = {
            ...columns,
            order: written.order ?? trueOrder,
            mark: written.mark ?? w.mark,
            round: false,
          }
          const rows = readRows(table, spec, today)
          expect(rows).toHaveLength(bills.length)
          for (const [i, row] of rows.entries()) {
            const { date, cents } = meant(bills[i]!)
            const faulty = new Set(row.faults.map(f => f.field))
            if (!faulty.has('date')) expect(row.values.date).toBe(date)
            if (cents === undefined) expect(faulty.has('amount')).toBe(true)
            if (!faulty.has('amount'))
              expect(Math.round(Number(row.values.amount!.replaceAll(',', '')) * 100)).toBe(cents)
            // What is money is never refused under the file's own mark, and dates of its own order neither.
            if (cents !== undefined && spec.mark === w.mark) expect(faulty.has('amount')).toBe(false)
            if (spec.order === trueOrder) expect(faulty.has('date')).toBe(false)
          }
          const [total] = columnTotals(table, spec)
          const sum = bills.reduce((n, b) => n + (meant(b).cents ?? 0), 0)
          if (total!.unread === bills.filter(b => meant(b).cents === undefined).length)
            expect(Math.round(Number(total!.total.replaceAll(',', '')) * 100)).toBe(sum)
          const rounded = readRows(table, { ...spec, round: true }, today)
          if (w.shape === 'typed workbook')
            for (const [i, row] of rounded.entries()) {
              const exact = bills[i]!.thousandths / 10
              const half = Math.sign(exact) * Math.floor(Math.abs(exact) + 0.5)
              expect(Math.round(Number(row.values.amount!.replaceAll(',', '')) * 100)).toBe(half + 0)
            }
        }),
        { numRuns: FILES },
      )
      expect(asked).toBeGreaterThan(0)
    },
    FILES * 100,
  )
  it('rows that are longer than their titles, columns that occur twice and sides of an account are asked', () => {
    const cells = must(readDelimited('Payee,Date,Amount\nAcme,2026-11-24,12,345.00\nAcme,2026-11-24,5.00,,'))
    const matching = guessMatching('payments', cells, 0)
    const spec = {
      kind: 'payments' as const,
      headerRow: 0,
      matching,
      order: 'month first' as const,
      mark: '.' as const,
      round: false,
    }
    const [long, fine] = readRows(tableOf(cells), spec, today)
    expect(long!.faults).toMatchObject([{ field: '', text: expect.stringContaining('4 cells') }])
    expect(fine!.faults).toEqual([])
    const of = (text: string) => guessMatching('bills', must(readDelimited(text)), 0)
    expect(of('Payee,Bill number,Date,Amount,Amount\nA,1,2026-11-24,5.00,6.00')).not.toHaveProperty('amount')
    expect(of('Payee,Bill number,Date,Debit,Credit\nA,1,2026-11-24,5.00,')).not.toHaveProperty('amount')
    expect(of('Payee,Bill number,Date,Sum,Net\nA,1,2026-11-24,5.00,4.00')).not.toHaveProperty('amount')
  })
  it('a cell of another kind than its field is a fault, whatever it looks like', () => {
    const row = '<row><c t="str"><v>Acme</v></c><c><v>42</v></c>'
    const read = (cells: string) => {
      const titles =
        '<row>' +
        ['Payee', 'Bill number', 'Date', 'Amount'].map(t => `<c t="str"><v>${t}</v></c>`).join('') +
        '</row>'
      const table = must(
        must(
          openWorkbook(
            xlsx([{ rows: titles + row + cells + '</row>' }], { formats: [{ id: 14 }, { id: 10 }] }),
          ),
        ).read(0),
      )
      const matching = { payee: 0, number: 1, date: 2, amount: 3 }
      const spec = {
        kind: 'bills' as const,
        headerRow: 0,
        matching,
        order: 'month first' as const,
        mark: ',' as const,
        round: false,
      }
      return readRows(table, spec, today)[0]!
    }
    expect(read('<c s="1"><v>46350</v></c><c><v>12.5</v></c>')).toMatchObject({
      values: { number: '42', date: '2026-11-24', amount: '12.50' },
      faults: [],
    })
    for (const cells of [
      '<c s="1"><v>46350</v></c><c s="2"><v>0.5</v></c>',
      '<c s="1"><v>46350</v></c><c s="1"><v>46350</v></c>',
      '<c s="1"><v>46350</v></c><c t="b"><v>1</v></c>',
      '<c s="1"><v>46350</v></c><c><v>12.345</v></c>',
      '<c s="1"><v>46350</v></c><c t="str"><v>12.50</v></c>',
    ])
      expect(
        read(cells).faults.map(f => f.field),
        cells,
      ).toEqual(['amount'])
    for (const cells of ['<c><v>46350</v></c><c><v>5</v></c>', '<c s="2"><v>1</v></c><c><v>5</v></c>'])
      expect(
        read(cells).faults.map(f => f.field),
        cells,
      ).toEqual(['date'])
    expect(cellText(undefined)).toBe('')
  })
})
