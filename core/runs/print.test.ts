import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { unusedRow } from '../numbers/book'
import { account } from '../office/test/office'
import { layoutById, stockById } from '../paper/builtIn'
import type { Signing } from '../accounts/account'
import { print, printAgain, type Made, type PrintKnown } from './print'
import { printCopy } from '../checks/printCopy'
import { layoutVersion, plan, stockMark, type Run } from './run'
import { book, byKey, checksOf, n, paperOf, paymentOf, rowOf, rowsOf, runId, runOf, stamp } from './test/run'

const [a, b] = [paymentOf('a'), paymentOf('b')]
const three = stockById('three-checks-blank')!
const stock = stockById('check-over-two-stubs-blank')!
const layout = layoutById('letter-top')!
const signing: Signing = { secondAbove: null, prints: [0] }
const loaded = (more: Partial<Run> = {}) =>
  runOf(['a', 'b'], { top: n(101), loadedOn: stockMark(more.loadedOn ? three : stock), ...more })
const known = (more: Partial<PrintKnown> = {}): PrintKnown => ({
  run: loaded(),
  openRuns: [],
  book,
  fates: new Map(),
  rows: new Map(),
  payments: byKey(a, b),
  account: { name: 'Yard' } as never,
  signing,
  layout,
  stock,
  ...more,
})
/** What a PDF made just now would be made of. */
const madeOf = (of: PrintKnown): Made => {
  const planned = must(plan(of.run, of.payments, of.book, of.fates, of.stock, of.signing))
  return {
    checks: planned.map(p => p.facts),
    version: layoutVersion(of.layout, of.stock, of.account).id,
    places: planned.map(p => `${p.sheet}/${p.place}`),
  }
}
const fresh = known()
const printed = (
  more: Partial<PrintKnown> = {},
  act: { consent?: string; sentTo?: string; made?: Made } = {},
) => {
  const of = known(more)
  return print(of, { made: madeOf(fresh), ...act }, stamp)
}
const lost = (kind: string) => ({
  ...layout,
  fields: layout.fields.map(f => (f.kind === kind ? { ...f, on: false } : f)),
})

describe('a run that is printed', () => {
  it('has its numbers on paper, its payments with it, and a frozen copy of each check', () => {
    const { changes, trail } = must(printed())
    const version = layoutVersion(layout, stock, fresh.account)
    const facts = madeOf(fresh).checks
    expect(facts.map(f => [f.number, f.payee, f.signers])).toEqual([
      [101, a.name, [0]],
      [102, b.name, [0]],
    ])
    expect(changes).toEqual({
      runs: [
        loaded({
          state: 'at the printer',
          checks: checksOf(101, a, b),
          printedWith: version.id,
          copies: 1,
          printedAt: stamp.at,
        }),
      ],
      numbers: [a, b].map((payment, i) => {
        const check = paperOf(payment, { sheet: i + 1 })
        const { payee, runId: ofRun } = check
        return {
          ...unusedRow(book, n(101 + i)),
          fate: 'on paper',
          at: stamp.at,
          check,
          life: [{ ...stamp, fate: 'on paper', payee, runId: ofRun }],
        }
      }),
      payments: [a, b].map(payment => ({ ...payment, state: 'on paper' })),
      copies: facts.map(of => ({ id: `run/${of.number}`, runId, facts: of })),
      layoutVersions: [version],
    })
    expect(trail).toEqual({
      act: 'Run printed',
      text: 'Printed 2 checks, 101 to 102.',
      about: { account: account.id, run: runId, book: book.id },
    })
  })
  it('tells who prints it elsewhere, and what was consented to', () => {
    const away = must(printed({}, { sentTo: ' Harbor Print ', consent: 'two memos are long' }))
    expect(away.changes.runs[0]!.sentTo).toBe('Harbor Print')
    expect(away.trail).toMatchObject({
      act: 'Run sent away',
      text: 'Sent away 2 checks, 101 to 102, to Harbor Print. Warnings accepted: two memos are long.',
    })
  })
  it('jumps over what became of numbers since, and keeps the life of those that were touched', () => {
    const aside = rowOf(102, 'set aside')
    const found = { ...rowOf(103, 'unused'), life: [{ ...stamp, fate: 'missing' as const }] }
    const of = known({ fates: rowsOf(aside, found), rows: rowsOf(found) })
    const { changes, trail } = must(print(of, { made: madeOf(of) }, stamp))
    expect(trail.text).toEqual('Printed 2 checks, 101, 103.')
    expect(changes.numbers.map(row => row.life.map(line => line.fate))).toEqual([
      ['on paper'],
      ['missing', 'on paper'],
    ])
  })
  it.each<[() => ReturnType<typeof printed>, string]>([
    [() => printed({}, { sentTo: ' ' }), 'sent-blank (sentTo) Enter who the file goes to.'],
    [
      () => printed({ run: loaded({ state: 'counted off' }) }),
      'run-printed (run) This run is counted off already.',
    ],
    [
      () => printed({ openRuns: [runOf(['b'], { id: idOf('other'), state: 'at the printer' })] }),
      'run-open (run, other) Another run of this number book is waiting to be counted off.',
    ],
    [
      () => printed({ run: loaded({ top: null }) }),
      'run-not-loaded (top) Enter the number on the top sheet first.',
    ],
    [
      () => printed({ run: loaded({ top: n(103) }) }),
      'numbers-jumped (top, 2) Numbers would be skipped. Load again.',
    ],
    [
      () => printed({ fates: rowsOf(rowOf(101, 'missing')) }),
      'number-used (top, 101) Number 101 is already missing. A number can only be used once.',
    ],
    [
      () => printed({ stock: { ...stock, name: 'Another' } }),
      'stock-changed (top) The stock of this account has changed since loading. Load again.',
    ],
    [
      () => printed({ layout: lost('amountFigures') }),
      'layout-essentials (layout) A check needs its amount in figures, but it is neither in the layout nor printed on the stock.',
    ],
    [
      () => printed({ account: { name: 'Quay' } as never }),
      'proof-stale (run) Something changed since you checked the proof. Check it again.',
    ],
    [
      () => printed({ payments: byKey(a, { ...b, memo: 'Larch' }) }),
      'proof-stale (run) Something changed since you checked the proof. Check it again.',
    ],
    [
      () => printed({}, { made: { ...madeOf(fresh), places: ['1/1', '3/1'] } }),
      'proof-stale (run) Something changed since you checked the proof. Check it again.',
    ],
    [
      () => printed({ payments: byKey(a) }),
      'payment-gone (payments) A payment of this run no longer exists. Pick again.',
    ],
    [
      () => printed({ payments: byKey(a, { ...b, state: 'cancelled' }) }),
      'payment-not-waiting (payments, Shoreline Timber) The payment to Shoreline Timber is cancelled. Pick again.',
    ],
    [
      () => printed({ payments: byKey(a, { ...b, correct: 'memo' }) }),
      'payment-to-correct (payments, Shoreline Timber) The memo of the payment to Shoreline Timber must be corrected first.',
    ],
    [
      () => printed({ rows: rowsOf(rowOf(102, 'voided')) }),
      'fate-impossible (number, 102) Number 102 is voided and cannot become on paper.',
    ],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
  it('may be printed beside one that is only prepared, and as advices without what makes a check', () => {
    expect(printed({ openRuns: [loaded(), runOf(['b'], { id: idOf('other') })] }).ok).toBe(true)
    const of = known({
      payments: byKey({ ...a, advice: true }, { ...b, advice: true }),
      layout: lost('amountFigures'),
    })
    expect(print(of, { made: madeOf(of) }, stamp).ok).toBe(true)
  })
})

describe('paper that is printed once more', () => {
  it('a run goes out again once it is said what became of the first paper', () => {
    const run = loaded({ state: 'at the printer', copies: 1 })
    expect(must(printAgain({ run }, { why: ' jam ' }))).toEqual({
      changes: { runs: [{ ...run, copies: 2 }] },
      trail: {
        act: 'Printed again',
        text: 'Printed copy 2 of the run. First sheets: jam.',
        about: { account: account.id, run: runId },
      },
    })
    expect(cameTo(printAgain({ run }, { why: ' ' }))).toBe(
      'why-blank (why) Enter what happened to the first sheets.',
    )
    expect(cameTo(printAgain({ run: loaded() }, { why: 'jam' }))).toBe(
      'run-not-at-printer (run) This run is prepared.',
    )
  })
  it('an issued check of ours that is still in the house is printed under its own number, and each copy counted', () => {
    const row = rowOf(101, 'issued', a)
    const again = (
      of = row,
      more: Partial<{ firstSheet: string; inHouse: boolean }> = {},
      on: typeof stock | null = stock,
    ) =>
      printCopy({ row: of, stock: on ?? undefined }, { firstSheet: ' torn ', inHouse: true, ...more }, stamp)
    const first = must(again())
    const line = (copy: number) => ({
      ...stamp,
      fate: 'issued',
      why: `printed again, copy ${copy}; first sheet: torn`,
      event: { kind: 'printed again', copy },
    })
    expect(first).toEqual({
      changes: { numbers: [{ ...row, life: [line(2)] }] },
      trail: {
        act: 'Printed again',
        text: 'Printed check 101 again under its own number, copy 2. First sheet: torn.',
        about: { account: account.id, book: book.id, number: row.id },
      },
    })
    expect(must(again(first.changes.numbers[0])).changes.numbers[0]!.life).toEqual([line(2), line(3)])
    expect(cameTo(again(rowOf(101, 'cleared', a)))).toBe(
      'check-not-issued (number, 101) Check 101 is cleared. Only an issued check can be printed again.',
    )
    expect(cameTo(again(rowOf(101, 'issued')))).toBe(
      'check-not-issued (number, 101) Check 101 is issued. Only an issued check can be printed again.',
    )
    expect(cameTo(again(row, {}, null))).toBe(
      'check-by-hand (number, 101) Check 101 was written by hand. Replace the check instead.',
    )
    expect(cameTo(again(row, {}, { ...stock, numbered: true }))).toBe(
      'stock-numbered (number, 101) The numbers are preprinted on this stock. Replace the check instead.',
    )
    expect(cameTo(again(row, { inHouse: false }))).toBe(
      'left-house (inHouse) A check that left the office cannot be printed again. Replace it instead.',
    )
    expect(cameTo(again(row, { firstSheet: ' ' }))).toBe(
      'why-blank (why) Enter what happened to the first sheet.',
    )
  })
})
