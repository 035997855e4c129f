import type { Snapshot, TableName, Tables } from '../tables'
import { tableNames } from '../tables'

/**
 * What of a row is asked for where rows are held against each other, in the tables that grow with the years: words and
 * moments are compared with nothing, and what must hold within a row is looked at before. Fields keep their names, so that a look at these rows and one at whole rows say
 * the same (`auditRecord.test.ts` holds both against each other). Each is made in one piece, which the engine keeps in
 * less than half the room of one that is put together from parts.
 */
const asked: { readonly [T in TableName]?: (row: Tables[T]) => object } = {
  payments: p => ({
    id: p.id,
    companyId: p.companyId,
    accountId: p.accountId,
    payeeId: p.payeeId,
    name: p.name,
    date: p.date,
    amount: p.amount,
    split: p.split.map(({ ledgerId, amount }) => ({ ledgerId, amount })),
    state: p.state,
    settles: p.settles,
    booked: p.booked,
    otherwise: p.otherwise,
    orderedIn: p.orderedIn,
  }),
  bills: b => ({
    id: b.id,
    companyId: b.companyId,
    payeeId: b.payeeId,
    number: b.number,
    ourNumber: b.ourNumber,
    date: b.date,
    amount: b.amount,
    discount: b.discount,
    stage: b.stage,
    promised: b.promised,
    settled: b.settled,
    entries: b.entries,
  }),
  numbers: ({ id, bookId, accountId, number, fate, check }) => {
    return { id, bookId, accountId, number, fate, check }
  },
  copies: ({ id, facts: { number, amount, payee, date } }) => {
    const facts = { number, amount, payee, date }
    return { id, facts }
  },
  entries: ({ id, date, paymentId, lines }) => ({ id, date, paymentId, lines }),
  runs: ({ id, bookId, state }) => ({ id, bookId, state }),
  bankLines: ({ id, accountId, statementId, date, amount, match }) => {
    return { id, accountId, statementId, date, amount, match }
  },
  trail: ({ seq, about, key }) => ({ seq, about, key }),
}
/** Tables of which no other row asks: how sheets look, and what was taken in or chosen once. */
const unasked: readonly TableName[] = [
  ...(['papers', 'layouts', 'layoutVersions', 'owns', 'stocks', 'printers', 'fits'] as const),
  ...(['intakes', 'bankRules', 'payLayouts', 'bankQuestions', 'reasonLists', 'settings'] as const),
]

/** The rows of an office as far as the audit asks for them, gathered piece by piece. */
export class AuditRows {
  private readonly kept = Object.fromEntries(tableNames.map(t => [t, []])) as unknown as Record<
    TableName,
    object[]
  >
  /** Keys and days stand in many rows: each text but the keys of the rows themselves is held once. */
  private readonly texts = new Map<string, string>()

  /** The next rows of a table. */
  add(table: TableName, rows: Iterable<object>): void {
    if (unasked.includes(table)) return
    const own = this.kept[table]
    for (const row of rows) {
      const slim = askedOf(table, row)
      if (slim !== row) this.holdTextsOnce(slim as Record<string, unknown>)
      own.push(slim)
    }
  }
  /** Puts equal texts in the place of those in a row; parts that it shares with a frozen row stay as they are. */
  private holdTextsOnce(of: Record<string, unknown>): void {
    if (Object.isFrozen(of)) return
    for (const name in of) {
      const value = of[name]
      if (typeof value === 'string' && name !== 'id') {
        const known = this.texts.get(value)
        if (known === undefined) this.texts.set(value, value)
        else of[name] = known
      } else if (value !== null && typeof value === 'object')
        this.holdTextsOnce(value as Record<string, unknown>)
    }
  }
  /** What was gathered. Only the audit may take it for whole rows. */
  get office(): Snapshot {
    return this.kept as unknown as Snapshot
  }
}
function askedOf(table: TableName, row: object): object {
  try {
    return asked[table]?.(row as never) ?? row
  } catch {
    // A row that was changed by hand need not be one: the audit comes upon it, and says so.
    return row
  }
}
