import 'fake-indexeddb/auto'
import { expect, test, vi } from 'vitest'
import { idOf } from '#core/base/id'
import { blankImportForm, specOf } from '#core/imports/importForm'
import { startingOffice } from '#core/office/test/chance'
import { company, payee } from '#core/office/test/office'
import { db } from '../store/db'
import { putRows } from '../store/test/putRows'

test('what was looked at for another company is not imported: the newest look counts, whichever ends first', async () => {
  vi.stubGlobal('navigator', { locks: { request: (_: string, work: () => unknown) => work() } })
  const { importWork } = await import('./importWork')
  const other = { ...company, id: idOf<'company'>('other'), name: ['Other'] as const }
  const office = startingOffice()
  await putRows(db, { ...office, companies: [company, other], payees: [payee] } as never)
  const rows = ['Name', ...Array.from({ length: 9 }, (_, i) => `New payee ${i}`)].join('\n')
  expect((await importWork.open(new TextEncoder().encode(rows))).ok).toBe(true)
  const spec = { ...specOf(blankImportForm('payees')), matching: { name: 0 } }
  const choices = {
    makePayees: true,
    payeeFor: {},
    fillIn: false,
    termDays: null,
    replace: [],
    file: 'payees.csv',
  }
  const others = { ledgerId: null, makeLedgers: null, again: false, held: false, reverse: false }
  const stamp = { at: '2026-11-24T10:00:00.000-05:00', by: 'Ada', key: 'k' }
  const look = (companyId: typeof other.id) =>
    importWork.check({ spec, choices: { ...choices, ...others }, companyId, stamp })
  // The first look waits for the store longer than the second.
  const slowly = () => new Promise(done => setTimeout(done, 300, []))
  vi.spyOn(db.ledgers, 'where').mockReturnValueOnce({ equals: () => ({ toArray: slowly }) } as never)
  const [first, second] = await Promise.all([look(company.id), look(other.id)])
  const take = (id: typeof first.id) => importWork.take(id, spec, {}, stamp, () => undefined)
  expect(await take(first.id)).toMatchObject({ refusal: { code: 'intake-none' } })
  expect((await db.payees.toArray()).length).toBe(1)
  expect((await take(second.id)).ok).toBe(true)
  const added = await db.payees.filter(p => p.name.startsWith('New payee')).toArray()
  expect(added.map(p => p.companyId)).toEqual(Array.from({ length: 9 }, () => other.id))
  vi.unstubAllGlobals()
}, 60_000)
