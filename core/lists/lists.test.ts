import { isLive } from '../payees/payee'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { must } from '../base/result'
import { readDelimited } from '../exchange/cells'
import { guessMatching } from '../imports/matchColumns'
import { readRows, tableOf } from '../imports/readRows'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import { lived } from '../office/test/lived'
import { listCsv, type Days, type List } from './list'
import { billsList, entriesList, numbersList, payeesList, paymentsList, trailList, trialList } from './lists'
import { registerList } from './register'

const all: Days = { from: '', to: '' }
const byId = <T extends { readonly id: unknown }>(rows: readonly T[]) =>
  new Map(rows.map(r => [r.id as T['id'], r]))
// A list without rows ends in a line of nothing.
const back = (list: List) => must(readDelimited(listCsv(list))).filter(row => row.some(cell => cell !== ''))

describe('lists that leave the office', () => {
  it('hold every row to the cent, and bills and payees come in again as they went', async () => {
    for (const seed of [3, 11, 29]) {
      const tables = (await lived(seed)).snapshot()
      const [payees, ledgers, accounts] = [byId(tables.payees), byId(tables.ledgers), byId(tables.accounts)]
      const bills = back(billsList(tables.bills, payees, ledgers, all))
      const matching = guessMatching('bills', bills, 0)
      const spec = {
        kind: 'bills',
        headerRow: 0,
        matching,
        order: 'month first',
        mark: '.',
        round: false,
      } as const
      const rows = readRows(tableOf(bills), spec, must(plainDate('2026-11-24')))
      const inOrder = [...tables.bills].sort((a, b) => a.ourNumber - b.ourNumber)
      expect(
        rows.map(r => [r.values.payee, r.values.number, r.values.date, r.values.due, r.values.amount]),
      ).toEqual(inOrder.map(b => [payees.get(b.payeeId)?.name, b.number, b.date, b.due, figures(b.amount)]))
      const named = back(payeesList(tables.payees, ledgers))
      expect(named.slice(1).map(r => r[0])).toEqual(tables.payees.filter(isLive).map(p => p.name))
      const journal = entriesList(tables.entries, ledgers, all)
      const sides = [5, 6].map(at => journal.rows.reduce((s, r) => s + Number(r[at] ?? 0), 0))
      expect(sides[0]).toBe(sides[1])
      const owed = trialList(tables.ledgers, tables.totals).rows.find(r => r[0] === '2010')
      const told = tables.totals.find(t => t.id === 'owed')?.balance ?? 0
      expect(Number(owed?.[3] ?? 0) - Number(owed?.[4] ?? 0)).toBe(told)
      expect(back(numbersList(tables.numbers, accounts, all))).toHaveLength(
        1 + tables.numbers.filter(n => n.fate !== 'unused').length,
      )
      const register = registerList(tables.numbers, tables.movements, accounts, all)
      expect(register.rows).toHaveLength(
        tables.movements.length + tables.numbers.filter(n => n.fate !== 'unused').length,
      )
      expect(back(paymentsList(tables.payments, accounts, new Map(), all))).toHaveLength(
        1 + tables.payments.length,
      )
      expect(back(trailList(tables.trail, all)).at(-1)?.[0]).toBe(String(tables.trail.length))
      const day = must(plainDate('2026-11-20'))
      const some = billsList(tables.bills, payees, ledgers, { from: day, to: '' })
      expect(some.rows).toHaveLength(tables.bills.filter(b => b.date >= day).length)
    }
  })
  it('are safe in a spreadsheet: no cell begins a formula, and each comes back as it was', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('=', '+', '-', '@', ''), fc.string()), { minLength: 1 }),
        cells => {
          const texts = cells.map(([sign, rest]) =>
            `x${sign}${rest}`.slice(sign ? 1 : 0).replaceAll(/[\r\n\u2028\uFEFF]/g, ' '),
          )
          const list: List = {
            name: 'odd',
            columns: [
              { title: 'A', holds: 'text' },
              { title: 'B', holds: 'amount' },
            ],
            rows: texts.map(t => [t, cents(-150)]),
          }
          const raw = listCsv(list)
          expect(
            raw
              .split('\r\n')
              .slice(1)
              .some(line => /^"?[=+\-@]/.test(line)),
          ).toBe(false)
          expect(
            back(list)
              .slice(1)
              .map(r => r[0]),
          ).toEqual(texts)
          expect(back(list)[1]?.[1]).toBe('-1.5')
        },
      ),
    )
  })
})
