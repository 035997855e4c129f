import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cents } from '../money/cents'
import { entry, reversed, sided, type LedgerAccount } from './entry'
import { totalsAfter, totalsAstray, type LedgerTotal } from './totals'
import { ledgerLines, newestLedgerLines, trialBalance } from './trial'

const ledgers = ['30', '10', '20'].map((code): LedgerAccount => ({
  id: idOf(`l${code}`),
  companyId: idOf('co'),
  code,
  name: code,
  kind: 'asset',
}))
const day = (n: number) => must(plainDate(`2026-11-${String(n).padStart(2, '0')}`))
const entries = fc
  .array(fc.tuple(fc.nat(2), fc.integer({ min: 1, max: 9999 }), fc.integer({ min: 1, max: 28 })), {
    maxLength: 20,
  })
  .map(list =>
    list.map(([from, amount, n], i) =>
      entry({
        id: idOf(`e${String(i).padStart(2, '0')}`),
        companyId: idOf('co'),
        date: day(n),
        text: '',
        paymentId: null,
        lines: [sided(ledgers[from]!.id, cents(-amount)), sided(ledgers[(from + 1) % 3]!.id, cents(amount))],
      }),
    ),
  )

describe('the ledger', () => {
  it('whatever is entered: both sides of the trial balance are the same, and each account ends at its balance', () => {
    fc.assert(
      fc.property(entries, list => {
        const totals = totalsAfter([], list)
        const trial = trialBalance(ledgers, totals)
        expect(trial.rows.map(r => r.ledger.code)).toEqual(['10', '20', '30'])
        expect(trial.debit).toBe(trial.credit)
        for (const { ledger, debit, credit } of trial.rows) {
          expect(Math.min(debit, credit)).toBe(0)
          const own = list.filter(e => e.ledgers.includes(ledger.id))
          const lines = ledgerLines(own, ledger.id)
          expect(lines.at(-1)?.balance ?? 0).toBe(debit - credit)
          expect(lines.map(l => l.entry.date)).toEqual(lines.map(l => l.entry.date).sort())
          // The newest alone have the balances that they have among all.
          const newest = lines.slice(-3).map(l => l.entry)
          expect(newestLedgerLines(newest, ledger.id, cents(debit - credit))).toEqual(
            lines.slice(-3).reverse(),
          )
        }
      }),
    )
  })
  it('what was entered on one day stands by its key, and ledger accounts with one code keep their order', () => {
    const of = (id: string, on: number) =>
      entry({
        ...{ id: idOf(id), companyId: idOf('co'), date: day(on), text: '', paymentId: null },
        lines: [sided(ledgers[0]!.id, cents(on)), sided(ledgers[1]!.id, cents(-on))],
      })
    const lines = ledgerLines([of('c', 2), of('a', 2), of('d', 1), of('b', 2)], ledgers[1]!.id)
    expect(lines.map(l => l.id)).toEqual(['d', 'a', 'b', 'c'])
    expect(lines.map(l => [l.debit, l.credit, l.balance])).toEqual([
      [0, 1, -1],
      [0, 2, -3],
      [0, 2, -5],
      [0, 2, -7],
    ])
    const alike = [ledgers[2]!, { ...ledgers[2]!, id: idOf<'ledger'>('later') }, ledgers[1]!]
    expect(trialBalance(alike, []).rows.map(r => r.ledger.id)).toEqual(['l10', 'l20', 'later'])
  })
  /** The totals of an office once those that an act changed are kept. */
  const kept = (...of: LedgerTotal[][]) => [...new Map(of.flat().map(t => [t.id, t])).values()]
  it('totals follow what is entered and replaced, and those that do not are named', () => {
    fc.assert(
      fc.property(entries, entries, (list, more) => {
        const before = totalsAfter([], list)
        const all = kept(before, totalsAfter(before, more))
        const both = [...list, ...more]
        expect(totalsAstray(all, both)).toEqual([])
        expect(totalsAstray(kept(all, totalsAfter(all, [], more)), list)).toEqual([])
        const [first, ...rest] = all
        if (!first) return
        const off = { ...first, balance: cents(first.balance + 1) }
        const { id: ledgerId, balance } = first
        expect(totalsAstray([off, ...rest], both)).toEqual([
          { ledgerId, kept: off.balance, entries: balance },
        ])
        expect(totalsAstray(rest, both)).toEqual([{ ledgerId, kept: undefined, entries: balance }])
        const nobody = { id: idOf<'ledger'>('nobody'), balance: cents(3) }
        expect(totalsAstray([...all, nobody], both)).toEqual([{ ledgerId: 'nobody', kept: 3, entries: 0 }])
      }),
    )
  })
  it('an entry and the same taken back come to nothing', () => {
    fc.assert(
      fc.property(entries, list => {
        const back = list.map(e => reversed(e, { id: idOf(`${e.id}/back`), date: e.date, text: 'back' }))
        expect(totalsAfter([], [...list, ...back]).every(t => t.balance === 0)).toBe(true)
      }),
    )
  })
})
