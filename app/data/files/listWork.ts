import { byKey, grouped } from '#core/base/grouped'
import type { Id } from '#core/base/id'
import type { NumberRow } from '#core/numbers/book'
import { listCsv, type Days, type List } from '#core/lists/list'
import {
  billsList,
  entriesList,
  numbersList,
  payeesList,
  paymentsList,
  trailList,
  trialList,
} from '#core/lists/lists'
import { registerList } from '#core/lists/register'
import { standingNumber } from '#core/office/lookups'
import type { TableName, Tables } from '#core/office/tables'
import { db } from '../store/db'
import type { ListName } from './listNames'
import { workbookOf } from './workbook'

/** The key of a row: a line of the trail has a number. */
export type ListKey = string | number
export interface ListAsk {
  readonly list: ListName
  readonly companyId: Id<'company'>
  readonly days: Days
  readonly as: 'csv' | 'xlsx'
  /** Only these rows: what a page shows. */
  readonly only?: readonly ListKey[]
}
export interface ListFile {
  readonly bytes: Uint8Array
  readonly name: string
  readonly rows: number
}

/** The number that stands for each payment, or the last that carried it. */
function numbersOf(rows: readonly NumberRow[]): Map<Id<'payment'>, NumberRow> {
  const carried = grouped(
    rows.filter(row => row.check),
    row => row.check!.paymentId,
  )
  return new Map(
    [...carried.values()].flatMap(own => {
      const row = standingNumber(own) ?? own.at(-1)
      return row?.check ? [[row.check.paymentId, row] as const] : []
    }),
  )
}

/** The rows that are asked for, or all. */
const rowsOf = async <T extends TableName>(
  table: T,
  only: ListAsk['only'],
  all: () => PromiseLike<Tables[T][]>,
): Promise<Tables[T][]> =>
  only
    ? (await db.table<Tables[T], ListKey>(table).bulkGet([...only])).filter(row => row !== undefined)
    : await all()

async function listed({ list, companyId, days, only }: ListAsk): Promise<List> {
  const ledgers = await db.ledgers.where('companyId').equals(companyId).toArray()
  const accounts = byKey(await db.accounts.where('companyId').equals(companyId).toArray())
  const ours = (row: { readonly accountId: Id<'account'> }): boolean => accounts.has(row.accountId)
  switch (list) {
    case 'payees':
      return payeesList(
        await rowsOf('payees', only, () => db.payees.where('companyId').equals(companyId).toArray()),
        byKey(ledgers),
      )
    case 'bills': {
      const payees = byKey(await db.payees.where('companyId').equals(companyId).toArray())
      const bills = await rowsOf('bills', only, () =>
        db.bills.filter(b => b.companyId === companyId).toArray(),
      )
      return billsList(bills, payees, byKey(ledgers), days)
    }
    case 'payments': {
      const payments = await db.payments.filter(ours).toArray()
      return paymentsList(payments, accounts, numbersOf(await db.numbers.filter(ours).toArray()), days)
    }
    case 'numbers':
      return numbersList(
        await rowsOf('numbers', only, () => db.numbers.filter(ours).toArray()),
        accounts,
        days,
      )
    case 'register':
      return registerList(
        await rowsOf('numbers', only, () => db.numbers.filter(ours).toArray()),
        await rowsOf('movements', only, () => db.movements.filter(ours).toArray()),
        accounts,
        days,
      )
    case 'entries':
      return entriesList(
        await db.entries.filter(e => e.companyId === companyId).toArray(),
        byKey(ledgers),
        days,
      )
    case 'trial':
      return trialList(
        ledgers,
        (await db.totals.bulkGet(ledgers.map(l => l.id))).filter(t => t !== undefined),
      )
    case 'trail':
      return trailList(await rowsOf('trail', only, () => db.trail.orderBy('seq').toArray()), days)
  }
}

/** Writes lists in a worker: neither reading nor writing them holds the page up. */
export const listWork = {
  async write(ask: ListAsk): Promise<ListFile> {
    const list = await listed(ask)
    const bytes =
      ask.as === 'xlsx' ? await workbookOf(list) : new TextEncoder().encode(`\uFEFF${listCsv(list)}`)
    return { bytes, name: `${list.name}.${ask.as}`, rows: list.rows.length }
  },
}
export type ListApi = typeof listWork
