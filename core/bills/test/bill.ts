import { plainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must } from '../../base/result'
import { cents, zero } from '../../money/cents'
import { company, payee } from '../../office/test/office'
import { alikeKey, type Bill } from '../bill'

let made = 0
/** A payable bill of 100.00, with what is told of it. */
export function billOf(more: Partial<Bill> = {}): Bill {
  const amount = more.amount ?? cents(10_000)
  const number = more.number ?? `INV-${++made}`
  return {
    id: idOf(`bill ${number}`),
    companyId: company.id,
    payeeId: payee.id,
    number,
    alike: alikeKey(payee.id, number),
    ourNumber: made,
    date: must(plainDate('2026-11-02')),
    due: must(plainDate('2026-12-02')),
    amount,
    lines: [{ ledgerId: idOf('wood'), amount, memo: '' }],
    memo: 'Larch planks',
    taxForm: 'none',
    stage: 'payable',
    enteredAt: '2026-11-03T10:00:00Z',
    enteredBy: 'Test',
    promised: zero,
    settled: zero,
    entries: 1,
    ...more,
  }
}
