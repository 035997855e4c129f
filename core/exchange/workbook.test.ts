import { strToU8 } from 'fflate'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { damagedFiles, readInTime } from '../base/test/damaged'
import { must } from '../base/result'
import { cellText } from './cells'
import { xlsx, type TestBook } from './test/xlsx'
import { openWorkbook } from './workbook'

const first = (rows: string, book?: TestBook, merged?: string[]) =>
  must(must(openWorkbook(xlsx([{ rows, ...(merged && { merged }) }], book))).read(0))
const refusal = (bytes: Uint8Array) => {
  const opened = openWorkbook(bytes)
  const read = opened.ok ? opened.value.read(0) : opened
  return read.ok ? undefined : read.refusal
}

describe('a workbook', () => {
  it('keeps the type of each cell all the way', () => {
    const { cells } = first(
      `<row r="1"><c r="A1" t="s"><v>1</v></c><c r="B1"><v>12.345</v></c><c r="C1" s="1"><v>46350</v></c><c r="D1" s="2"><v>0.025</v></c><c r="E1" t="b"><v>1</v></c><c r="F1" t="e"><v>#REF!</v></c></row>
       <row r="3"><c r="A3" t="inlineStr"><is><r><t>two </t></r><r><t>parts</t></r></is></c><c r="B3" t="str"><f>A1</f><v>00123</v></c><c r="C3" s="3"><v>46350.75</v></c><c r="D3"><v>1E-3</v></c><c r="E3" t="d"><v>2026-11-24T00:00:00</v></c><c r="F3" s="4"><v>99.375</v></c></row>`,
      {
        shared: ['no', 'Zoë & Söhne'],
        formats: [
          { id: 14 },
          { id: 10 },
          { id: 170, code: 'dd\\-mm\\-yyyy' },
          { id: 171, code: '#,##0.00 "days"' },
        ],
      },
    )
    expect(cells).toEqual([
      [
        'Zoë & Söhne',
        { type: 'number', text: '12.345' },
        { type: 'date', text: '2026-11-24' },
        { type: 'percentage', text: '2.5%' },
        { type: 'yes or no', text: 'yes' },
        { type: 'error', text: '#REF!' },
      ],
      [],
      [
        'two parts',
        '00123',
        { type: 'date', text: '2026-11-24' },
        { type: 'number', text: '0.001' },
        { type: 'date', text: '2026-11-24' },
        { type: 'number', text: '99.375' },
      ],
    ])
  })
  it('numbers are what the program that wrote them shows, to fifteen digits', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999_999_999, max: 99_999_999_999 }), n => {
        const value = n / 100
        const { cells } = first(
          `<row><c><v>${value}</v></c><c><v>${value * (1 + (n % 2 ? 2 ** -52 : -(2 ** -52)))}</v></c></row>`,
        )
        for (const cell of cells[0] ?? []) expect(Number(cellText(cell))).toBe(value)
      }),
      { numRuns: 200 },
    )
  })
  it('days are counted in both calendars', () => {
    const format = { formats: [{ id: 14 }] }
    const dayOf = (serial: number, date1904 = false) =>
      cellText(first(`<row><c s="1"><v>${serial}</v></c></row>`, { ...format, date1904 }).cells[0]?.[0])
    // 2026-11-24 is day 46350 after 1899-12-30, and 44888 after 1904-01-01.
    expect(dayOf(46350)).toBe('2026-11-24')
    expect(dayOf(44888, true)).toBe('2026-11-24')
    expect(dayOf(1)).toBe('1900-01-01')
    expect(dayOf(61)).toBe('1900-03-01')
  })
  it('hidden rows and sheets are told, and merged cells hold in each of their rows', () => {
    const book = must(
      openWorkbook(
        xlsx([
          { name: 'Old', state: 'hidden', rows: '' },
          {
            name: 'Now',
            rows: `<row r="1"><c r="A1" t="str"><v>Acme</v></c><c r="B1"><v>1</v></c></row><row r="2" hidden="1"><c r="B2"><v>2</v></c></row><row r="3"><c r="B3"><v>3</v></c></row>`,
            merged: ['A1:A3', 'B1:C1'],
          },
        ]),
      ),
    )
    expect(book.sheets).toEqual([
      { name: 'Old', hidden: true },
      { name: 'Now', hidden: false },
    ])
    const { cells, hidden } = must(book.read(1))
    expect(cells.map(row => row.map(cellText))).toEqual([
      ['Acme', '1'],
      ['Acme', '2'],
      ['Acme', '3'],
    ])
    expect([...hidden]).toEqual([1])
  })
  it.each([
    [
      'a cell at the far corner',
      xlsx([{ rows: '<row r="1048576"><c r="XFD1048576"><v>1</v></c></row>' }]),
      'file-rows',
    ],
    [
      'a cell far to the right',
      xlsx([{ rows: '<row r="1"><c r="XFD1"><v>1</v></c></row>' }]),
      'file-columns',
    ],
    [
      'merged cells to the end',
      xlsx([{ rows: '<row><c t="str"><v>x</v></c></row>', merged: ['A1:A1048576'] }]),
      undefined,
    ],
    ['hundreds of sheets', xlsx(Array.from({ length: 300 }, () => ({ rows: '' }))), 'file-large'],
    [
      'a long text that many cells share',
      xlsx([{ rows: `<row>${'<c t="s"><v>0</v></c>'.repeat(100)}</row>`.repeat(400) }], {
        shared: ['x'.repeat(4000)],
      }),
      'file-large',
    ],
    ['deep nesting', xlsx([{ rows: '<row>'.repeat(5000) + '</row>'.repeat(5000) }]), 'file-workbook'],
    [
      'many parts',
      xlsx([{ rows: '' }], {
        more: Object.fromEntries(Array.from({ length: 3100 }, (_, i) => [`p${i}`, strToU8('')])),
      }),
      'file-large',
    ],
    [
      'entities that unfold',
      xlsx([{ rows: '' }], {
        more: {
          'xl/workbook.xml': strToU8(
            '<!DOCTYPE a [<!ENTITY x "y">]><workbook><sheets>&x;</sheets></workbook>',
          ),
        },
      }),
      'file-workbook',
    ],
    ['no workbook', strToU8('PK nothing of the kind'), 'file-workbook'],
    ...['<c><v>1.5</v></c>', '<row r="0"><c><v>1</v></c></row>', '<row r="x"><c><v>1</v></c></row>'].map(
      (rows): [string, Uint8Array, string] => [`${rows} outside the rows`, xlsx([{ rows }]), 'file-workbook'],
    ),
  ])('%s is read within its limits', (_, bytes, code) => {
    expect(readInTime(() => refusal(bytes))?.code).toBe(code)
  })
  it('damaged ones are read or refused, in time', () => {
    const whole = xlsx([{ rows: '<row><c t="s"><v>0</v></c><c><v>1.5</v></c></row>', merged: ['A1:B2'] }], {
      shared: ['x'],
    })
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { minLength: 1, maxLength: 5 }),
        harm => {
          const bytes = Uint8Array.from(whole)
          for (const [at, to] of harm) bytes[at] = to
          readInTime(() => refusal(bytes))
        },
      ),
      { numRuns: damagedFiles(300) },
    )
  })
})
