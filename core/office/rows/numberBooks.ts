import { z } from '../../base/schema'
import type { Entry } from '../../ledger/entry'
import type { LedgerTotal } from '../../ledger/totals'
import { cents, day, id, text } from './parts'

export const entry = z
  .strictObject({
    id: id<'entry'>(),
    companyId: id<'company'>(),
    date: day,
    text,
    paymentId: id<'payment'>().nullable(),
    billId: id<'bill'>().exactOptional(),
    lines: z.array(z.strictObject({ ledgerId: id<'ledger'>(), debit: cents, credit: cents })).min(2),
    ledgers: z.array(id<'ledger'>()),
  })
  .refine(e => e.lines.reduce((sum, l) => sum + l.debit - l.credit, 0) === 0, {
    path: ['lines'],
    message: 'debits and credits differ',
  }) satisfies z.ZodType<Entry>

export const total = z.strictObject({ id: id<'ledger'>(), balance: cents }) satisfies z.ZodType<LedgerTotal>
