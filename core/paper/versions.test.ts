import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { layoutById, stockById } from './builtIn'
import { moveFields } from './arrange'
import { account, company } from '../office/test/office'
import { samplesOf } from '../payments/sampleChecks'
import { isReady, readiness, type ReadyKnown } from '../accounts/readiness'
import { proofer } from '../proof/compose'
import { factsOf } from '../accounts/account'
import { checkOf } from '../proof/test/sample'
import type { Payment } from '../payments/payment'
import { layoutNow, layoutOf, newest, allLayouts, type LayoutRow } from './versions'
import { saveLayout, saveStock, saveWork } from './saveVersions'

const stamp = { at: '2026-11-24T10:00:00Z', by: 'Test' }
const top = layoutById('letter-top')!
const moved = moveFields(top, new Set(['memo']), 1, 0)

describe('saved layouts', () => {
  it('are new versions beside the old ones, never in their place', () => {
    const first = saveLayout({ rows: [], stocks: [] }, { layout: moved, from: 1 }, stamp)
    if (!first.ok) throw new Error(first.refusal.text)
    const rows = [...first.value.changes.layouts]
    expect(rows[0]).toMatchObject({ id: 'letter-top@2', revision: 2, by: 'Test' })
    expect(layoutNow(rows, 'letter-top')).toEqual(moved)
    expect(
      allLayouts(rows)
        .filter(r => r.key === 'letter-top')
        .map(r => r.layout),
    ).toEqual([top, moved])
    expect(newest(allLayouts(rows)).find(r => r.key === 'letter-top')!.revision).toBe(2)
    const stale = saveLayout({ rows, stocks: [] }, { layout: top, from: 1 }, stamp)
    expect(stale.ok ? '' : stale.refusal.code).toBe('version-newer')
    const own: LayoutRow['layout'] = { ...top, id: 'own-1', code: 'top' }
    const taken = saveLayout({ rows, stocks: [] }, { layout: own, from: 0 }, stamp)
    expect(taken.ok ? '' : taken.refusal.code).toBe('code-taken')
    const fresh = saveLayout({ rows, stocks: [] }, { layout: { ...own, code: 'OWN' }, from: 0 }, stamp)
    expect(fresh.ok && fresh.value.changes.layouts[0]?.id).toBe('own-1@1')
    const astray = saveLayout(
      { rows, stocks: [] },
      {
        layout: {
          ...own,
          code: 'OWN',
          fields: own.fields.map(f =>
            f.id === 'memo' ? ({ ...f, panel: 'counterfoil' as const } as typeof f) : f,
          ),
        },
        from: 0,
      },
      stamp,
    )
    expect(astray.ok ? '' : astray.refusal.code).toBe('panel-missing')
    const stock = saveStock({ rows: [] }, { stock: stockById('loose-leaf-blank')! }, stamp)
    expect(stock.ok && stock.value.changes.stocks[0]?.revision).toBe(2)
  })
  it('show a company its own settings over the common version', () => {
    const done = saveWork(
      { rows: [], stocks: [] },
      {
        key: 'letter-top',
        from: 1,
        owns: [
          {
            companyId: idOf('ferry'),
            own: { settings: { locale: 'fr-CA' }, fields: { memo: { x: 30 } }, added: [] },
          },
        ],
      },
      stamp,
    )
    if (!done.ok) throw new Error('refused')
    expect(
      layoutOf([], done.value.changes.owns, 'letter-top', idOf('ferry'))!.fields.find(f => f.id === 'memo'),
    ).toMatchObject({ x: 30, y: 43.4 })
    expect(layoutOf([], done.value.changes.owns, 'letter-top', idOf('slipway'))).toEqual(top)
    const nothing = saveWork({ rows: [], stocks: [] }, { key: 'letter-top', from: 1, owns: [] }, stamp)
    expect(nothing.ok ? '' : nothing.refusal.code).toBe('nothing-changed')
  })
})

describe('readiness of an account', () => {
  const known: ReadyKnown = {
    account,
    company,
    stock: stockById(account.stockId),
    layout: top,
    layoutNotes: [],
    highestNumber: 900,
    sampled: false,
    hasPayments: false,
    hasPrinted: false,
  }
  const wanted = (more: Partial<ReadyKnown>): string[] =>
    readiness({ ...known, ...more })
      .filter(s => s.state === 'wanted')
      .map(s => `${s.step}: ${s.text}`)
  it('names what is missing, in the natural order, and nothing where all is there', () => {
    expect(isReady(readiness(known))).toBe(true)
    expect(readiness(known).map(s => s.step)).toEqual([
      'company',
      'account',
      'stock',
      'layout',
      'sample',
      'first payment',
      'first run',
    ])
    expect(wanted({ company: { ...company, name: [] }, stock: undefined })).toEqual([
      'company: Enter the name of the company.',
      'stock: Choose a stock.',
    ])
    expect(wanted({ account: { ...account, routing: '123456789' } })[0]).toContain(
      'account: The check digit of 123456789 is wrong. After 12345678 it would be 0.',
    )
    expect(wanted({ account: { ...account, account: '' } })[0]).toContain(
      'account: Enter the account number, which the MICR line needs',
    )
    expect(wanted({ highestNumber: 1_234_567 })[0]).toContain('only 6 digits')
    expect(wanted({ account: { ...account, forChecks: false } })).toEqual([
      'account: Mark the account as used for checks.',
    ])
  })
  it('asks for no bank codes where the stationer printed the MICR line', () => {
    expect(
      wanted({
        stock: stockById('check-over-two-stubs-preprinted'),
        account: { ...account, routing: '', account: '' },
      }),
    ).toEqual([])
  })
})

describe('samples to try a layout with', () => {
  it('hold the longest name, the largest amount and the most lines, and all at once still add up', () => {
    const payment = (id: string, of: ReturnType<typeof checkOf>): Payment => ({
      id: idOf(id),
      companyId: company.id,
      accountId: account.id,
      payeeId: idOf('p'),
      name: of.payee,
      address: of.address,
      date: of.date,
      amount: of.amount,
      memo: of.memo,
      lines: of.lines,
      split: [],
      state: 'issued',
      drawnAt: id,
    })
    const list = [
      payment('a', checkOf(1, 9)),
      payment('b', checkOf(900_000, 1, { payee: 'The Benevolent Society of Retired Lighthouse Keepers' })),
      payment('c', checkOf(3, 2)),
    ]
    const samples = samplesOf(list, 6000, account.signing)
    const worst = samples.at(-1)!.facts
    expect([worst.payee, worst.lines.length, worst.amount, worst.number]).toEqual([
      list[1]!.name,
      9,
      list[1]!.amount,
      6000,
    ])
    expect(
      proofer(top, stockById(account.stockId)!, factsOf(account, company))
        .sheet([worst])
        .notes.filter(n => n.code === 'lines-differ'),
    ).toEqual([])
    expect(samplesOf([], 12, account.signing)).toHaveLength(1)
  })
})
