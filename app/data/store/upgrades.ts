import type { Transaction } from 'dexie'

/*
 * The steps from each version of the store to the next. They are frozen: they know the rows as they were
 * then, and call nothing that may change.
 */

/** Version 2: each number tells its life. */
export async function addLifeToNumbers(tx: Transaction): Promise<void> {
  await tx
    .table('numbers')
    .toCollection()
    .modify((row: { life?: unknown }) => {
      row.life ??= []
    })
}

/**
 * Version 3: the fates of a thousand neighbouring numbers in a strip, each as its place in the list of fates
 * as it was.
 */
export async function stripsByPlace(tx: Transaction): Promise<void> {
  const places = [
    'unused',
    'on paper',
    'issued',
    'cleared',
    'spoiled',
    'voided',
    'stopped',
    'missing',
    'set aside',
  ]
  const strips = new Map<string, { id: string; bookId: string; block: number; letters: string[] }>()
  await tx
    .table('numbers')
    .each(({ bookId, number, fate }: { bookId: string; number: number; fate: string }) => {
      const block = Math.floor(number / 1000)
      const id = `${bookId}/${block}`
      const strip = strips.get(id) ?? { id, bookId, block, letters: Array.from({ length: 1000 }, () => '.') }
      strips.set(id, strip)
      strip.letters[number - block * 1000] = String(places.indexOf(fate))
    })
  await tx.table('strips').bulkPut([...strips.values()].map(s => ({ ...s, letters: s.letters.join('') })))
}

/** Version 5: each fate in a strip has a letter that stays its own, whatever the list of fates becomes. */
export async function stripsByLetter(tx: Transaction): Promise<void> {
  const letters = 'upicsvtma'
  await tx
    .table('strips')
    .toCollection()
    .modify((strip: { letters: string }) => {
      strip.letters = strip.letters.replaceAll(/\d/g, place => letters[Number(place)] ?? '.')
    })
}

interface OldPayee {
  id: string
  companyId?: string
  split: { ledgerId: string }[]
}

/**
 * Version 4: a payee is of the company whose ledger accounts it has, else of the company that paid it last,
 * else of the first.
 */
export async function payeesToCompanies(tx: Transaction): Promise<void> {
  const ledgers = new Map(
    (await tx.table<{ id: string; companyId: string }>('ledgers').toArray()).map(l => [l.id, l.companyId]),
  )
  const payers = new Map(
    (await tx.table<{ payeeId: string; companyId: string }>('payments').toArray()).map(p => [
      p.payeeId,
      p.companyId,
    ]),
  )
  const first = (await tx.table<{ id: string }>('companies').toCollection().first())?.id
  await tx
    .table('payees')
    .toCollection()
    .modify((payee: OldPayee) => {
      payee.companyId ??= ledgers.get(payee.split[0]?.ledgerId ?? '') ?? payers.get(payee.id) ?? first ?? ''
    })
}

/** Version 6: the running balance of each ledger account, debits less credits of its entries. */
export async function runningBalances(tx: Transaction): Promise<void> {
  interface OldEntry {
    lines: { ledgerId: string; debit: number; credit: number }[]
  }
  const balances = new Map<string, number>()
  await tx.table<OldEntry>('entries').each(({ lines }) => {
    for (const { ledgerId, debit, credit } of lines) {
      balances.set(ledgerId, (balances.get(ledgerId) ?? 0) + debit - credit)
    }
  })
  await tx.table('totals').bulkPut([...balances].map(([id, balance]) => ({ id, balance })))
}

/**
 * Version 7: lists of reasons, and how long PDFs are kept, go from the small facts to tables of their own.
 */
export async function settingsToTables(tx: Transaction): Promise<void> {
  const facts = tx.table<{ name: string; value: string }, string>('facts')
  const kept = await facts.where('name').startsWith('reasons/').toArray()
  await tx.table('reasonLists').bulkPut(
    kept.map(({ name, value }) => ({
      id: name.slice('reasons/'.length),
      reasons: JSON.parse(value) as string[],
    })),
  )
  const days = await facts.get('keepPapers')
  if (days) await tx.table('settings').put({ id: 'office', keepPapersDays: Number(days.value) })
  await facts.bulkDelete([...kept.map(k => k.name), 'keepPapers'])
}

/**
 * Version 8: what happened to a number besides its fates is told by kind; until then a sentence alone said
 * it.
 */
export async function eventsByKind(tx: Transaction): Promise<void> {
  interface OldLine {
    why?: string
    event?: { kind: string; copy?: number; by?: number }
  }
  await tx
    .table<{ life: OldLine[] }>('numbers')
    .toCollection()
    .modify(row => {
      for (const line of row.life) {
        const again = /^printed again, copy (\d+);/.exec(line.why ?? '')
        const replaced = /^replaced by (\d+)$/.exec(line.why ?? '')
        if (again) line.event = { kind: 'printed again', copy: Number(again[1]) }
        else if (replaced) line.event = { kind: 'replaced', by: Number(replaced[1]) }
      }
    })
}

/**
 * Version 9: each company has a ledger account for what it owes and one for discounts taken; a number that is
 * another account's gives way to the next.
 */
export async function ledgersForBills(tx: Transaction): Promise<void> {
  interface OldLedger {
    id: string
    companyId: string
    code: string
    name: string
    kind: string
  }
  const ledgers = tx.table<OldLedger, string>('ledgers')
  const known = await ledgers.toArray()
  const free = (companyId: string, from: number): string => {
    let code = from
    while (known.some(l => l.companyId === companyId && l.code === String(code))) code++
    return String(code)
  }
  const companies = tx.table<{ id: string; payables?: unknown }, string>('companies')
  for (const company of await companies.toArray()) {
    const owed = { code: free(company.id, 2010), name: 'Accounts payable', kind: 'liability' }
    const taken = { code: free(company.id, 4900), name: 'Discounts taken', kind: 'income' }
    const rows = [owed, taken].map(l => ({
      id: `${company.id}-bills-${l.code}`,
      companyId: company.id,
      ...l,
    }))
    await ledgers.bulkPut(rows)
    await companies.update(company.id, {
      payables: { ledgerId: rows[0]!.id, discountId: rows[1]!.id, secondAbove: null },
    })
  }
}

/**
 * Version 11: what moved a bank account without a check of it is a line of its register; until then only its entry
 * said so.
 */
export async function movementsFromEntries(tx: Transaction): Promise<void> {
  interface OldEntry {
    id: string
    companyId: string
    date: string
    text: string
    paymentId: string | null
    billId?: string
    lines: { ledgerId: string; debit: number; credit: number }[]
  }
  const accounts = await tx.table<{ id: string; cashLedgerId: string }>('accounts').toArray()
  const payers = new Map<string, string>()
  await tx.table<{ id: string; accountId: string }>('payments').each(p => payers.set(p.id, p.accountId))
  const movements: unknown[] = []
  await tx.table<OldEntry>('entries').each(e => {
    for (const { id: accountId, cashLedgerId } of accounts) {
      if (e.id === `${accountId}/opening` || (e.paymentId && payers.get(e.paymentId) === accountId)) continue
      const amount = e.lines
        .filter(l => l.ledgerId === cashLedgerId)
        .reduce((sum, l) => sum + l.debit - l.credit, 0)
      if (amount === 0) continue
      movements.push({
        ...{ id: `${e.id}@${accountId}`, companyId: e.companyId, accountId, kind: 'correction' },
        ...{ date: e.date, amount, text: e.text, entryId: e.id, state: 'open' },
        ...(e.paymentId && { paymentId: e.paymentId }),
        ...(e.billId && { billId: e.billId }),
      })
    }
  })
  await tx.table('movements').bulkPut(movements)
}

/** Version 12: every payee on hold has a reason, by which those on hold are found. */
export const reasonsOfHolds = (tx: Transaction): Promise<unknown> =>
  tx
    .table('payees')
    .filter(({ onHold, holdWhy }: { onHold?: boolean; holdWhy?: string }) => !!onHold && !holdWhy)
    .modify({ holdWhy: 'No reason was given' })

/** Version 12: what waits in the lane of each account and is on paper, as sums. */
export async function sumsOfLanes(tx: Transaction): Promise<void> {
  type Kept = { accountId: string; state: string; amount: number; booked?: boolean }
  const none = { count: 0, total: 0, booked: 0, bookedCount: 0, onPaper: 0 }
  const sums = new Map<string, typeof none & { id: string }>()
  await tx
    .table('payments')
    .where('state')
    .anyOf(['waiting', 'on paper'])
    .each(({ accountId: id, state, amount, booked }: Kept) => {
      const sum = sums.get(id) ?? { id, ...none }
      sums.set(id, sum)
      if (state === 'on paper') sum.onPaper += booked ? 0 : amount
      else {
        sum.count++
        sum.total += amount
        if (!booked) return
        sum.booked += amount
        sum.bookedCount++
      }
    })
  await tx.table('lanes').bulkPut([...sums.values()])
}
