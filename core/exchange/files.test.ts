import fc from 'fast-check'
import Papa from 'papaparse'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import { builtInLayouts, builtInStocks } from '../paper/builtIn'
import { layoutSchema } from '../paper/layout'
import { stockSchema } from '../paper/stock'
import { checkOf } from '../proof/test/sample'
import type { CheckFacts } from '../proof/facts'
import { accountFileSchema } from './accountFile'
import { faultLine, readJson } from './fault'
import { schemaFiles } from './schemas'
import { paymentColumns, readPayments } from './paymentsCsv'

const sample = (name: string): string =>
  readFileSync(new URL(`../../samples/${name}`, import.meta.url), 'utf8')
const faults = (text: string): string[] => {
  const r = readPayments(text, 1)
  return r.ok ? [] : r.faults.map(f => faultLine('f.csv', f))
}

/** Writes checks as a payments file: the plain other way round. */
function written(checks: readonly CheckFacts[]): string {
  const rows: string[][] = [[...paymentColumns]]
  for (const c of checks) {
    const own = [
      c.payee,
      c.date,
      figures(c.amount),
      ...Array.from({ length: 5 }, (_, i) => c.address[i] ?? ''),
      c.memo,
      c.accountWithPayee ?? '',
    ]
    const lines = c.lines.map(l => [
      l.reference,
      l.date ?? '',
      l.description,
      figures(l.amount),
      l.gross === undefined ? '' : figures(l.gross),
      l.discount === undefined ? '' : figures(l.discount),
      l.ourNumber ?? '',
      l.purchaseOrder ?? '',
      l.ledger ?? '',
      l.quantity ?? '',
      l.item ?? '',
      l.theirItem ?? '',
    ])
    rows.push(
      [...own, ...(lines[0] ?? Array.from({ length: 11 }, () => ''))],
      ...lines.slice(1).map(l => [...own.map(() => ''), ...l]),
    )
  }
  return Papa.unparse(rows)
}

describe('the payments file', () => {
  it('comes back as it was written, whatever is in it', () => {
    const word = fc
      .stringMatching(/^[A-Za-zÀ-ž0-9&",;'’.-][A-Za-zÀ-ž0-9&",;'’ .-]{0,38}[A-Za-z0-9"]$/)
      .map(t => t.replaceAll(/\s+/g, ' '))
    fc.assert(
      fc.property(
        fc.array(fc.tuple(word, fc.array(word, { maxLength: 5 }), word, fc.nat(5)), {
          minLength: 1,
          maxLength: 8,
        }),
        given => {
          const checks = given.map(([payee, address, memo, lines], i) => {
            const check = checkOf(70 + i, lines, {
              payee,
              address,
              memo,
              ...(i % 2 && { accountWithPayee: payee }),
            })
            return {
              ...check,
              lines: check.lines.map((l, k) =>
                k % 2
                  ? {
                      ...l,
                      gross: cents(l.amount + 25),
                      discount: cents(25),
                      ourNumber: 'B-17',
                      purchaseOrder: 'PO 4',
                      ledger: '6120',
                      quantity: '2',
                      item: 'coil',
                      theirItem: 'C-24',
                    }
                  : l,
              ),
            }
          })
          const read = readPayments(written(checks), 70)
          expect(read.ok ? read.value.map(({ row: _, ...c }) => c) : read.faults).toEqual(checks)
        },
      ),
    )
  })
  it('says every fault with its row and column, and takes nothing', () => {
    expect(faults('date,payee\n')).toEqual(['f.csv: row 1, column amount: this column is missing'])
    expect(faults('payee,date,amount,colour\nA,2026-11-24,5,red\n')[0]).toContain(
      'row 1, column colour: not a column',
    )
    expect(faults('payee,date,amount\n')).toEqual(['f.csv: row 2: there is no payment in the file'])
    const many = faults('payee,date,amount,line amount\n,,,5\nA,24.11.2026,-3,\nB,2026-11-24,10.00,9.99\n')
    expect(many.map(f => f.split(': ')[1])).toEqual([
      'row 2, column payee',
      'row 3, column date',
      'row 3, column amount',
      'row 4, column amount',
    ])
    expect(
      faults('payee,date,amount,line amount,gross,discount\nA,2026-11-24,9.00,9.00,10.00,0.50\n'),
    ).toEqual(['f.csv: row 2, column line amount: gross 10.00 less discount 0.50 is not 9.00'])
    expect(faults(`payee,date,amount\n"A,2026-11-24,5\n`).length).toBeGreaterThan(0)
    expect(faults(`payee,date,amount\n${'x'.repeat(90)},2026-11-24,5\n`)[0]).toContain(
      'column payee: at most 80 characters',
    )
  })
  it('semicolons, tabs and any line ends are read alike; a discount without gross gives the gross', () => {
    const rows = [
      'payee;date;amount;reference;line amount;discount',
      '"A; B";2026-11-24;98.00;',
      ';;;B-1;98.00;2.00',
      'C;2026-11-25;5;;;',
    ]
    const read = (text: string) => {
      const r = readPayments(text, 1)
      return r.ok ? r.value.map(({ row: _, ...c }) => c) : r.faults
    }
    const plain = read(rows.join('\n'))
    expect(plain).toMatchObject([
      { payee: 'A; B', lines: [{ gross: 10_000, discount: 200, amount: 9800 }] },
      { payee: 'C' },
    ])
    expect(read(rows.join('\r\n'))).toEqual(plain)
    expect(read(`${rows[0]}\r${rows[1]}\n${rows[2]}\r\n${rows[3]}\n`)).toEqual(plain)
    expect(
      read(
        rows.join('\n').replace('"A; B"', 'A; B'.replace(';', ',')).replaceAll(';', '\t').replace('A,', 'A;'),
      ),
    ).toEqual(plain)
  })
  it('reads the sample', () => {
    const read = readPayments(sample('payments.csv'), 5001)
    expect(read.ok && read.value.map(c => [c.number, c.amount, c.lines.length])).toEqual([
      [5001, 123_456, 2],
      [5002, 1_845_000, 1],
      [5003, 64_000, 0],
    ])
  })
})

describe('our JSON files', () => {
  const files = [
    ['layout', sample('layout.json'), layoutSchema],
    ['account', sample('account.json'), accountFileSchema],
    ['stock', JSON.stringify(builtInStocks[0]), stockSchema],
  ] as const
  it('come back the same', () => {
    for (const layout of builtInLayouts())
      expect(readJson(JSON.stringify(layout), layoutSchema)).toEqual({ ok: true, value: layout })
    for (const stock of builtInStocks)
      expect(readJson(JSON.stringify(stock), stockSchema)).toEqual({ ok: true, value: stock })
    expect(layoutSchema.parse(JSON.parse(sample('layout.json')))).toEqual(builtInLayouts()[0])
  })
  it.each(files)('a damaged %s file is refused with the place, or still whole', (_, text, schema) => {
    expect(readJson(text, schema).ok).toBe(true)
    fc.assert(
      fc.property(
        fc.nat(text.length - 1),
        fc.constantFrom('', '"', '{', '}', 'x', '-', '9e9', 'null,'),
        fc.nat(6),
        (at, put, cut) => {
          const result = readJson(text.slice(0, at) + put + text.slice(at + cut), schema)
          if (!result.ok)
            expect(result.faults.length > 0 && result.faults.every(f => f.text.length > 0)).toBe(true)
        },
      ),
    )
    for (const key of Object.keys(JSON.parse(text) as object)) {
      const broken = readJson(
        JSON.stringify({ ...(JSON.parse(text) as object), [key]: { wrong: true } }),
        schema,
      )
      expect(broken.ok, key).toBe(false)
      if (!broken.ok)
        expect(
          broken.faults.some(f => f.path?.startsWith(key)),
          key,
        ).toBe(true)
    }
  })
  it('a thousand files damaged at one place are refused, and the place is named', () => {
    const leaves = (value: unknown, path: string[] = []): string[][] =>
      value !== null && typeof value === 'object'
        ? Object.entries(value).flatMap(([k, v]) => leaves(v, [...path, k]))
        : [path]
    const all = [
      ...builtInLayouts().map(l => [l, layoutSchema] as const),
      ...builtInStocks.map(s => [s, stockSchema] as const),
    ]
    fc.assert(
      fc.property(
        fc.nat(all.length - 1),
        fc.nat(1e6),
        fc.constantFrom<unknown>({ wrong: true }, [], null, 'µ'.repeat(500)),
        (which, at, wrong) => {
          const [value, schema] = all[which]!
          const paths = leaves(value)
          const path = paths[at % paths.length]!
          const damaged = JSON.parse(JSON.stringify(value)) as Record<string, unknown>
          let into: Record<string, unknown> = damaged
          for (const key of path.slice(0, -1)) into = into[key] as Record<string, unknown>
          into[path.at(-1)!] = wrong
          const read = readJson(JSON.stringify(damaged), schema as typeof layoutSchema)
          expect(read.ok, path.join('.')).toBe(false)
          if (!read.ok)
            expect(
              read.faults.some(
                f =>
                  f.path !== undefined &&
                  (path.join('.').startsWith(f.path) || f.path.startsWith(path.slice(0, -1).join('.'))),
              ),
              `${path.join('.')}: ${read.faults.map(f => f.path).join()}`,
            ).toBe(true)
        },
      ),
      { numRuns: 1000 },
    )
  })
  it('have their published schemas up to date (npm run schemas)', () => {
    for (const [name, text] of Object.entries(schemaFiles()))
      expect(readFileSync(new URL(`../../docs/schema/${name}`, import.meta.url), 'utf8'), name).toBe(text)
  })
})
