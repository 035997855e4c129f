import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import type { CheckNumber } from '../numbers/book'
import { cents } from '../money/cents'
import { builtInLayouts, builtInStocks } from '../paper/builtIn'
import { layoutSchema } from '../paper/layout'
import { stockSchema } from '../paper/stock'
import { checkOf } from '../proof/test/sample'
import type { CheckFacts } from '../proof/facts'
import type { Outcome, RunCheck } from '../runs/run'
import { damagedFiles, readInTime } from '../base/test/damaged'
import { accountFileSchema } from './accountFile'
import { matchingFileSchema } from './matchingFile'
import { faultLine, readJson } from './fault'
import { readPayments, type CheckRow } from './paymentsCsv'
import { readOutcomes, readRun, writeRun } from './runFile'

const sample = (name: string): string =>
  readFileSync(new URL(`../../samples/${name}`, import.meta.url), 'utf8')
const faults = (text: string): string[] => {
  const r = readPayments(text, 1)
  return r.ok ? [] : r.faults.map(f => faultLine('f.csv', f))
}

const bare = (rows: readonly CheckRow[]): CheckFacts[] => rows.map(({ row: _, ...check }) => check)
const word = fc
  .stringMatching(/^[A-Za-zÀ-ž0-9&",;'’=@+.-][A-Za-zÀ-ž0-9&",;'’ .-]{0,38}[A-Za-z0-9"]$/)
  .map(t => t.replaceAll(/\s+/g, ' '))
/** Checks of every kind: stub lines with all that they may hold, pay, advices, languages, signatures. */
const anyChecks = fc
  .array(fc.tuple(word, fc.array(word, { maxLength: 6 }), word, fc.nat(5), fc.nat(63)), {
    minLength: 1,
    maxLength: 8,
  })
  .map(given =>
    given.map(([payee, address, memo, lines, kinds], i): CheckFacts => {
      const has = (bit: number): boolean => (kinds & bit) > 0
      const check = checkOf(70 + i, lines, { payee, address, memo })
      const full = {
        discount: cents(25),
        ourNumber: 'B-17',
        purchaseOrder: '-PO 4',
        ledger: '6120',
        quantity: '2',
        item: 'coil',
        theirItem: 'C-24',
      }
      return {
        ...check,
        lines: check.lines.map((l, k) =>
          has(1) && k % 2 ? { ...l, ...full, gross: cents(l.amount + 25), date: null } : l,
        ),
        ...(has(2) && { accountWithPayee: payee }),
        ...(has(4) && {
          pay: [
            { kind: 'earning', name: memo, now: cents(1234), yearToDate: cents(98_765) },
            { kind: 'deduction', name: 'Union', now: cents(34), yearToDate: cents(0) },
          ],
        }),
        ...(has(8) && { advice: true }),
        ...(has(16) && { language: 'fr' }),
        ...(has(32) && { signers: i % 2 ? [0, 2] : [] }),
      }
    }),
  )

describe('the payments file', () => {
  it('comes back as it was written, whatever is in it', () => {
    fc.assert(
      fc.property(anyChecks, checks => {
        const read = readRun(writeRun('run', checks))
        expect(read.ok ? bare(read.value) : read.faults).toEqual(checks)
      }),
    )
  })
  it('says every fault with its row and column, and takes nothing', () => {
    expect(faults('date,payee\n')).toEqual(['f.csv: row 1, column amount: this column is missing'])
    expect(faults('payee,date,amount,colour\nA,2026-11-24,5,red\n')[0]).toContain(
      'f.csv: row 1, column colour: this is not a column of a payments file: number, payee, date, amount, address 1, address 2, address 3, address 4, address 5, address 6, memo, account with payee, advice, language, signers, reference, line date, description, line amount, gross, discount, our number, purchase order, ledger account, quantity, item, their item, pay kind, pay, pay amount, pay this year',
    )
    expect(faults('payee,date,amount\n')).toEqual(['f.csv: row 2: The file has no payments'])
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
      'f.csv: row 2, column payee: Enter at most 80 characters (now 90).',
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

describe('a run that was sent away', () => {
  const run = {
    id: idOf<'run'>('run'),
    checks: [70, 71, 72].map(number => ({ number: number as CheckNumber }) as RunCheck),
  }
  const back = (text: string) => readOutcomes(new TextEncoder().encode(text), run)
  const told = (text: string): string[] => {
    const read = back(text)
    return read.ok ? [] : read.faults.map(f => faultLine('b.csv', f))
  }

  it('comes back with what became of each check, in its own file or with a few columns', () => {
    const file = writeRun(
      'run',
      [70, 71, 72].map(n => checkOf(n, 2)),
    )
    const lines = file.split('\r\n').map(line => line.replace(/^(7\d,.*)run,,,$/, '$1run,X'))
    const said = ['good,,', 'Spoiled,=smeared,75', 'never came out,,']
    const filled = lines.map(line => (line.endsWith('run,X') ? line.replace(/X$/, said.shift()!) : line))
    const outcomes = new Map<number, Outcome>([
      [70, { kind: 'good' }],
      [71, { kind: 'spoiled', why: '=smeared', number: 75 as CheckNumber }],
      [72, { kind: 'never came out' }],
    ])
    expect(back(filled.join('\n'))).toEqual({ ok: true, value: { outcomes } })
    const few = 'Outcome;Number;Reason;Carries\ngood;70\nspoiled;71;=smeared;75\nnever came out;72'
    expect(back(few)).toEqual({ ok: true, value: { outcomes } })
  })
  it('says every fault with its row, and takes nothing', () => {
    expect(told('number,reason\n70,x')).toEqual(['b.csv: row 1, column outcome: this column is missing'])
    expect(told('number,outcome\n70,')).toEqual([
      'b.csv: column outcome: The file has no outcome for any check',
    ])
    expect(
      told(
        'number,outcome,reason,run\n70,fine\n71,spoiled\n99,good\nx,good\n72,good,,other\n72,good\n72,good',
      ),
    ).toEqual([
      'b.csv: row 2, column outcome: one of good, spoiled, never came out',
      'b.csv: row 3, column reason: give a reason for the spoiled check',
      'b.csv: row 4, column number: 99 is not in this run',
      'b.csv: row 5, column number: “x” is not a check number. Enter 1 to 12 digits.',
      'b.csv: row 6, column run: this is a check of another run',
      'b.csv: row 8, column number: 72 is in the file twice',
    ])
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 300 }),
        bytes => void readInTime(() => readOutcomes(bytes, run)),
      ),
      { numRuns: damagedFiles(100) },
    )
  })
})

describe('our JSON files', () => {
  const files = [
    ['layout', sample('layout.json'), layoutSchema],
    ['account', sample('account.json'), accountFileSchema],
    ['stock', JSON.stringify(builtInStocks[0]), stockSchema],
    ['matching', sample('bills.matching.json'), matchingFileSchema],
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
          const result = readInTime(() => readJson(text.slice(0, at) + put + text.slice(at + cut), schema))
          if (!result.ok)
            expect(result.faults.length > 0 && result.faults.every(f => f.text.length > 0)).toBe(true)
        },
      ),
      { numRuns: damagedFiles(100) },
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
          const read = readInTime(() => readJson(JSON.stringify(damaged), schema as typeof layoutSchema))
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
      { numRuns: damagedFiles(1000) },
    )
  })
})
