import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { describe, expect, it } from 'vitest'
import { idOf } from '#core/base/id'
import { totalsAstray } from '#core/ledger/totals'
import { tableNames } from '#core/office/tables'
import { compareStrips } from '../numbers/compareStrips'
import { fatesOf } from '../numbers/bookFates'
import { OfficeDb } from './db'
import { lanesAstray } from './test/storeSimulator'

/** The tables of each version that has landed, as they were then. */
const schemas: readonly Readonly<Record<string, string>>[] = [
  {
    companies: 'id',
    ledgers: 'id, companyId',
    accounts: 'id, companyId',
    books: 'id, accountId',
    payees: 'id, name',
    payments: 'id, [accountId+state], state',
    numbers: 'id, bookId, [accountId+number], check.paymentId',
    runs: 'id, [bookId+state], state, accountId',
    copies: 'id, runId',
    layoutVersions: 'id',
    layouts: 'id, key',
    owns: 'id, layoutKey',
    stocks: 'id, key',
    printers: 'id',
    fits: 'id, printerId',
    scans: 'stockId',
    entries: 'id, *ledgers',
    trail: 'seq',
    papers: 'runId',
    facts: 'name',
  },
  { numbers: 'id, bookId, [accountId+number], [bookId+fate], check.paymentId', trail: 'seq, act' },
  {
    numbers: 'id, [accountId+number], [bookId+fate], check.paymentId',
    runs: 'id, [bookId+state], [bookId+printedAt], state, accountId',
    strips: 'id, bookId',
  },
  { payees: 'id, name, companyId', trail: 'seq, act, key' },
  {},
  { totals: 'id', layouts: 'id, [key+revision]', stocks: 'id, [key+revision]' },
  { reasonLists: 'id', settings: 'id' },
  {},
  {
    bills: 'id, payeeId, alike, [companyId+ourNumber], [companyId+stage+due], [companyId+date]',
    payments: 'id, [accountId+state], state, payeeId',
    trail: 'seq, act, key, about.bill, about.payee',
  },
  { intakes: 'id, at' },
  {
    statements: 'id, accountId',
    bankLines: 'id, statementId, fileId, [accountId+date], match.paymentId, match.movementId',
    movements: 'id, [accountId+state], [accountId+date]',
    bankRules: 'id, companyId',
    digests: 'id',
    payLayouts: 'id, companyId',
    positivePay: 'id',
    bankItems: 'id, [accountId+state]',
    sentFiles: 'id, accountId',
    bankQuestions: 'id, accountId',
    entries: 'id, *ledgers, date',
    trail: 'seq, act, key, about.bill, about.payee, about.payment, about.number, about.run',
  },
  { lanes: 'id', payees: 'id, name, companyId, holdWhy' },
]
const book = { id: 'b', accountId: 'a', kind: 'printed by us', start: 995, end: 1100 }
/** The fates of those versions: frozen, as stores are that were written by them. */
const fates = [
  'unused',
  'on paper',
  'issued',
  'cleared',
  'spoiled',
  'voided',
  'stopped',
  'missing',
  'set aside',
] as const
const numbers = fates.map((fate, i) => ({
  id: `b/${995 + i}`,
  bookId: 'b',
  accountId: 'a',
  number: 995 + i,
  fate,
  why: '',
  at: '2026-01-02T10:00:00Z',
  check: null,
}))
/** A life as sentences alone told it until version 8. */
const told = ['printed again, copy 2; first sheet: torn', 'replaced by 4711', 'printed again with care'].map(
  why => ({ at: '2026-01-02T10:00:00Z', by: 'A', fate: 'issued', why }),
)
const toldByKind = told.map((line, i) => ({
  ...line,
  ...[{ event: { kind: 'printed again', copy: 2 } }, { event: { kind: 'replaced', by: 4711 } }, {}][i],
}))
/** What version 9 gave each company for what it owes. */
const owedInBooks = [
  { id: 'c-bills-2011', companyId: 'c', code: '2011', name: 'Accounts payable', kind: 'liability' },
  { id: 'c-bills-4900', companyId: 'c', code: '4900', name: 'Discounts taken', kind: 'income' },
]
/** What moved the account without a check, as a line of its register. */
const feeLine = {
  ...{ id: 'e@a', companyId: 'c', accountId: 'a', kind: 'correction', date: '2026-01-02' },
  ...{ amount: -500, text: 'Fee', entryId: 'e', state: 'open' },
}
/**
 * The same small office as each version kept it: version 2 gave numbers a life, 3 strips of fates by place, 4
 * payees a company, 5 letters of their own, 6 running balances, 7 settings in tables, 8 events by kind,
 * 9 bills, 10 what came in out of files, 11 lines of the register that are no checks, 12 sums of
 * lanes and a reason for every hold.
 */
function rowsOf(version: number): Record<string, unknown[]> {
  const letters = (block: number) =>
    Array.from({ length: 1000 }, (_, i) => {
      const at = numbers.findIndex(n => n.number === block * 1000 + i)
      return at < 0 ? '.' : version >= 5 ? 'upicsvtma'[at] : String(at)
    }).join('')
  return {
    companies: [
      {
        id: 'c',
        name: ['Ferry'],
        address: ['Quay'],
        ...(version >= 9 && {
          payables: { ledgerId: 'c-bills-2011', discountId: 'c-bills-4900', secondAbove: null },
        }),
      },
    ],
    ledgers: [
      { id: 'l', companyId: 'c', code: '6000', name: 'Rope', kind: 'expense' },
      { id: 'loan', companyId: 'c', code: '2010', name: 'Loan', kind: 'liability' },
      ...(version >= 9 ? owedInBooks : []),
    ],
    accounts: [{ id: 'a', companyId: 'c', name: 'Yard', cashLedgerId: 'cash' }],
    books: [book],
    payees: [
      {
        id: 'p',
        ...(version >= 4 && { companyId: 'c' }),
        name: 'Cobalt',
        split: [{ ledgerId: 'l', weight: 1 }],
        onHold: true,
        ...(version >= 12 && { holdWhy: 'No reason was given' }),
      },
    ],
    ...(version >= 9 && { bills: [{ id: 'bill', companyId: 'c', payeeId: 'p', ourNumber: 1 }] }),
    ...(version >= 10 && { intakes: [{ id: 'in', at: '2026-01-02T10:00:00Z' }] }),
    payments: [{ id: 'x', accountId: 'a', companyId: 'c', payeeId: 'p', state: 'waiting', amount: 5 }],
    numbers: numbers.map(n => ({
      ...n,
      ...(version >= 2 && { life: n.fate !== 'issued' ? [] : version < 8 ? told : toldByKind }),
    })),
    runs: [{ id: 'r', bookId: 'b', accountId: 'a', state: 'counted off', checks: [] }],
    entries: [
      {
        ...{ id: 'e', companyId: 'c', date: '2026-01-02', text: 'Fee', paymentId: null },
        ledgers: ['l'],
        lines: [
          { ledgerId: 'l', debit: 500, credit: 0 },
          { ledgerId: 'cash', debit: 0, credit: 500 },
        ],
      },
    ],
    ...(version >= 11 && { movements: [feeLine] }),
    trail: [{ seq: 1, act: 'draw', text: 'drawn', before: '', hash: '' }],
    papers: [{ runId: 'r', bytes: new Uint8Array([1]), madeAt: '' }],
    facts: [
      { name: 'started', value: 'demo' },
      ...(version < 7
        ? [
            { name: 'reasons/spoiled', value: '["torn"]' },
            { name: 'keepPapers', value: '90' },
          ]
        : []),
    ],
    ...(version >= 7 && {
      reasonLists: [{ id: 'spoiled', reasons: ['torn'] }],
      settings: [{ id: 'office', keepPapersDays: 90 }],
    }),
    ...(version >= 6 && {
      totals: [
        { id: 'l', balance: 500 },
        { id: 'cash', balance: -500 },
      ],
    }),
    ...(version >= 12 && {
      lanes: [{ id: 'a', count: 1, total: 5, booked: 0, bookedCount: 0, onPaper: 0 }],
    }),
    ...(version >= 3 && {
      strips: [0, 1].map(block => ({ id: `b/${block}`, bookId: 'b', block, letters: letters(block) })),
    }),
  }
}

/** Tables that no earlier version had: the steps fill them. */
const made: readonly string[] = ['totals', 'movements', 'reasonLists', 'settings', 'ledgers']

describe('a store of an earlier version', () => {
  it.each(schemas.map((_, i) => i + 1))('version %s is opened with everything in it', async version => {
    const name = `old-${version}`
    const old = new Dexie(name)
    schemas.slice(0, version).forEach((stores, i) => old.version(i + 1).stores(stores))
    const rows = rowsOf(version)
    for (const [table, list] of Object.entries(rows)) await old.table(table).bulkAdd(list)
    old.close()
    const db = new OfficeDb(name)
    for (const table of tableNames.filter(t => !made.includes(t))) {
      expect(await db.table(table).count(), table).toBe(rows[table]?.length ?? 0)
    }
    expect(totalsAstray(await db.totals.toArray(), await db.entries.toArray())).toEqual([])
    expect(await db.movements.toArray()).toEqual([feeLine])
    expect(await db.totals.get(idOf('cash'))).toMatchObject({ balance: -500 })
    expect((await db.numbers.toArray()).every(n => Array.isArray(n.life))).toBe(true)
    if (version >= 2) {
      const issued = (await db.numbers.toArray()).find(n => n.fate === 'issued')
      expect(issued?.life.map(l => l.event)).toEqual([
        { kind: 'printed again', copy: 2 },
        { kind: 'replaced', by: 4711 },
        undefined,
      ])
    }
    expect((await db.payees.where('holdWhy').above('').toArray()).map(p => [p.companyId, p.holdWhy])).toEqual(
      [['c', 'No reason was given']],
    )
    const [owner] = await db.companies.toArray()
    const owed = await db.ledgers.bulkGet([owner!.payables!.ledgerId, owner!.payables!.discountId])
    // 2010 is another account's here.
    expect(owed.map(l => [l?.code, l?.kind])).toEqual([
      ['2011', 'liability'],
      ['4900', 'income'],
    ])
    expect(await db.ledgers.count()).toBe(4)
    expect([...(await fatesOf(db, idOf('b'))).values()].map(r => r.fate)).toEqual(fates)
    expect((await compareStrips(db, book as never)).differences).toEqual([])
    expect(await lanesAstray(db)).toEqual([])
    expect(await db.lanes.count()).toBe(1)
    expect(await db.reasonLists.toArray()).toEqual([{ id: 'spoiled', reasons: ['torn'] }])
    expect(await db.settings.toArray()).toEqual([{ id: 'office', keepPapersDays: 90 }])
    expect(await db.facts.count()).toBe(1)
    expect(await db.facts.get('started')).toMatchObject({ value: 'demo' })
    await db.delete()
  })
})
