// 10,000 bank lines matched against 100,000 checks, and a keystroke of Find among as many, in a process of its own.
// The peers: a nested lookup over the same rows, and a plain filter. Prints JSON.
import type { PlainDate } from '../core/base/dates'
import { idOf } from '../core/base/id'
import { must } from '../core/base/result'
import type { IncomingLine } from '../core/bank/bankLine'
import { readQuery } from '../core/find/find'
import { find, FindIndex } from '../core/find/findIndex'
import { ofNumber } from '../core/find/findables'
import { cents } from '../core/money/cents'
import { numberId, type CheckNumber, type NumberBook, type NumberRow } from '../core/numbers/book'
import { perform } from '../core/office/actTypes'
import { MemoryOffice } from '../core/office/memory'
import { account, drawOf, opened } from '../core/office/test/office'
import type { Payment } from '../core/payments/payment'

const CHECKS = 100_000
const LINES = 10_000
const day = '2026-11-20' as PlainDate
const stamp = (n: number) => ({ at: '2026-11-24T10:00:00.000Z', by: 'Bench', key: `k${n}` })
const book: NumberBook = {
  ...{ id: idOf('book'), accountId: account.id, kind: 'printed by us' },
  ...{ start: 1 as CheckNumber, end: CHECKS as CheckNumber },
}
const office = new MemoryOffice()
office.put({ ...opened(1), books: [book] })
const numbers: NumberRow[] = []
const payments: Payment[] = []
for (let n = 1; n <= CHECKS; n++) {
  const draw = drawOf(`p${n}`, 1000 + n)
  const { payee: _payee, settles: _settles, ...rest } = draw
  payments.push({
    ...rest,
    ...{
      companyId: account.companyId,
      accountId: account.id,
      payeeId: draw.payee.id,
      name: `Payee ${n % 977}`,
    },
    ...{ state: 'issued', drawnAt: '2026-11-20T10:00:00.000Z', memo: `oak and hemp ${n}` },
  })
  numbers.push({
    ...{ id: numberId(book.id, n as CheckNumber), bookId: book.id, accountId: account.id },
    ...{ number: n as CheckNumber, fate: 'issued', why: '', at: '2026-11-20T10:00:00.000Z', life: [] },
    check: {
      ...{ paymentId: idOf(`p${n}`), runId: idOf('r'), sheet: 1, place: 1 },
      ...{ payee: `Payee ${n % 977}`, date: day, amount: cents(1000 + n) },
    },
  })
}
office.put({ numbers, payments })
must(
  await perform(office, 'beginStatements', { accountId: account.id, from: day, opening: cents(0) }, stamp(1)),
)
const lines = Array.from({ length: LINES }, (_, i): IncomingLine => {
  const n = ((i * 7919) % CHECKS) + 1
  return {
    date: day,
    amount: cents(-(1000 + n)),
    number: n as CheckNumber,
    text: 'CHECK',
    reference: `R${i}`,
  }
})
const timed = async (work: () => unknown): Promise<number> => {
  const at = performance.now()
  await work()
  return performance.now() - at
}
const matchMs = await timed(async () =>
  must(
    await perform(
      office,
      'importStatement',
      {
        ...{ accountId: account.id, fileId: idOf<'bankFile'>('f'), file: 'bank.ofx', format: 'OFX' },
        lines,
      },
      stamp(2),
    ),
  ),
)
const matched = [...office.kept.bankLines.values()].filter(l => l.match).length
/** The peer does a two-hundredth of the lines: each looks at every check. */
const PART = 200
let same = 0
const nestedMs =
  PART *
  (await timed(() => {
    for (const line of lines.slice(0, LINES / PART))
      same += numbers.filter(r => r.number === line.number && r.check!.amount === -line.amount).length
  }))
const all = numbers.flatMap(row => ofNumber(row, `oak and hemp ${row.number}`))
const KEYS = ['o', 'oa', 'oak', 'oak 9', '4', '42', '420', '1,0', '1,04', 'payee 12']
const index = [new FindIndex('check', all)]
const findMs: number[] = []
for (const typed of KEYS) findMs.push(await timed(() => find(index, readQuery(typed), 6)))
const filterMs = await timed(() => all.filter(r => r.text.includes('oak 9')))
console.log(JSON.stringify({ matchMs, matched, nestedMs, same, findMs: Math.max(...findMs), filterMs }))
