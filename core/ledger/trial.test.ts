import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cents } from '../money/cents'
import { entry, reversed, sided, type LedgerAccount } from './entry'
import { totalsAfter } from './totals'
import { ledgerLines, trialBalance } from './trial'

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
        }
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
