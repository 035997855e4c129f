import { addDays, dayOfMoment, daysBetween, momentOf, weekday, type PlainDate } from '../core/base/dates'
import { idOf, type Id } from '../core/base/id'
import { must } from '../core/base/result'
import { nextNumber, type BookKind, type CheckNumber, type NumberRow } from '../core/numbers/book'
import { perform } from '../core/office/actTypes'
import { bookOf, madeOf } from '../core/office/looking'
import { MemoryOffice } from '../core/office/memory'
import type { Snapshot } from '../core/office/tables'
import { ownId, stockNow } from '../core/paper/versions'
import type { OwnSettings } from '../core/paper/own'
import { entry, type LedgerAccount } from '../core/ledger/entry'
import { payablesLedgers } from '../core/ledger/startingChart'
import { totalsAfter } from '../core/ledger/totals'
import { usBusiness } from '../core/micr/pattern'
import { cents, sum, zero, type Cents } from '../core/money/cents'
import { split } from '../core/money/split'
import type { BankAccount, Company } from '../core/accounts/account'
import { checksPerSheet } from '../core/paper/stock'
import type { Draw } from '../core/payments/draw'
import type { Allocation } from '../core/bills/allocation'
import { numberKey } from '../core/bills/bill'
import type { Entering } from '../core/bills/enterBill'
import type { Payee } from '../core/payees/payee'
import { dueDate, readTerms } from '../core/payees/terms'
import type { PaidLine } from '../core/payments/payment'
import { withheldOf } from '../core/payments/payForm'
import type { StubLine } from '../core/proof/facts'
import { placeAfter, type Outcome } from '../core/runs/run'
import type { Stamp } from '../core/trail/trail'
import { ferryCrew, ferrySuppliers, slipwaySuppliers, type DemoPayee } from './people'
import { ferryLimit, ferryOwes, slipwayLater, slipwayOwes, type OpenBill } from './openBills'
import { random, type Random } from '../core/base/random'
import { startingLayouts } from '../core/bank/positivePay/layout'
import { DemoBank } from './statements'
import { badge, signature } from './pictures'

const SEED = 20_261
const WEEKS = 78
const clerk = 'Petra Nyholm'

const ledgerNames: readonly (readonly [string, string, LedgerAccount['kind']])[] = [
  ['1010', 'Cash, operating', 'asset'],
  ['1020', 'Cash, payroll', 'asset'],
  ['1030', 'Cash, yard', 'asset'],
  ['2010', 'Accounts payable', 'liability'],
  ['2200', 'Withheld from pay', 'liability'],
  ['3000', 'Opening balances', 'equity'],
  ['3100', 'Drawings', 'equity'],
  ['4010', 'Fares', 'income'],
  ['4020', 'Slip fees', 'income'],
  ['4900', 'Discounts taken', 'income'],
  ['6100', 'Fuel', 'expense'],
  ['6120', 'Rigging and materials', 'expense'],
  ['6200', 'Repairs and safety', 'expense'],
  ['6300', 'Harbor dues and taxes', 'expense'],
  ['6400', 'Insurance', 'expense'],
  ['6500', 'Wages', 'expense'],
  ['6600', 'Office and print', 'expense'],
  ['6700', 'Galley', 'expense'],
  ['6750', 'Crew and cleaning', 'expense'],
  ['6800', 'Survey and advice', 'expense'],
  ['6850', 'Power, water, telephone', 'expense'],
  ['6900', 'Bank fees', 'expense'],
]

interface Plan {
  readonly key: string
  readonly company: Company
  readonly name: string
  readonly account: Pick<BankAccount, 'routing' | 'account' | 'fraction' | 'stockId' | 'layoutId' | 'pattern'>
  readonly cash: string
  readonly income: string
  readonly opening: number
  readonly book: { readonly kind: BookKind; readonly first: number; readonly last: number }
  readonly pad?: { readonly first: number; readonly last: number }
  readonly payees: readonly DemoPayee[]
  readonly everyWeeks: number
  readonly batch: (r: Random) => number
}

const payablesOf = (companyId: Company['id']): NonNullable<Company['payables']> => ({
  ...payablesLedgers(companyId),
  secondAbove: null,
})
const ferry: Company = {
  id: idOf('ferry'),
  payables: payablesOf(idOf('ferry')),
  name: ['Pellam Sound Ferry Cooperative'],
  address: ['14 Slipway Road', 'Pellam Sound, ME 04999'],
  logo: badge,
}
const slipway: Company = {
  id: idOf('slipway'),
  payables: payablesOf(idOf('slipway')),
  name: ['Pellam Slipway Works', 'A sister of the Ferry Cooperative'],
  address: ['2 Cradle Yard', 'Pellam Sound, ME 04999'],
}

const plans: readonly Plan[] = [
  {
    key: 'operating',
    company: ferry,
    name: 'Operating',
    account: {
      routing: '123456780',
      account: '0048-2215-7',
      fraction: '12-3456/1234',
      stockId: 'check-over-two-stubs-numbered',
      layoutId: 'letter-top',
      pattern: usBusiness,
    },
    cash: '1010',
    income: '4010',
    opening: 146_000,
    book: { kind: 'stationer’s stock', first: 4001, last: 6000 },
    pad: { first: 9001, last: 9025 },
    payees: ferrySuppliers,
    everyWeeks: 1,
    batch: r => r.between(2, 5),
  },
  {
    key: 'payroll',
    company: ferry,
    name: 'Payroll',
    account: {
      routing: '012345672',
      account: '0091 7740 2',
      fraction: '12-3457/0123',
      stockId: 'check-over-two-stubs-blank',
      layoutId: 'letter-pay',
      pattern: usBusiness,
    },
    cash: '1020',
    income: '4010',
    opening: 31_000,
    book: { kind: 'printed by us', first: 20_001, last: 29_999 },
    payees: ferryCrew,
    everyWeeks: 2,
    batch: () => ferryCrew.length,
  },
  {
    key: 'yard',
    company: slipway,
    name: 'Yard',
    account: {
      routing: '123456780',
      account: '0052-6610-3',
      fraction: '12-3456/1234',
      stockId: 'three-checks-blank',
      layoutId: 'us-three-checks',
      pattern: usBusiness,
    },
    cash: '1030',
    income: '4020',
    opening: 22_500,
    book: { kind: 'printed by us', first: 701, last: 1700 },
    payees: slipwaySuppliers,
    everyWeeks: 1,
    batch: r => r.between(1, 3),
  },
]

/** A short code of a payee: from its name, with a digit where another one of the plan has it. */
function codeOf(plan: Plan, demo: DemoPayee): string {
  const short = ({ name }: DemoPayee): string =>
    name
      .toUpperCase()
      .replaceAll(/[^A-Z ]/g, '')
      .split(/ +/)
      .slice(0, 2)
      .map((word, i) => word.slice(0, i ? 1 : 3))
      .join('')
  const before = plan.payees.slice(0, plan.payees.indexOf(demo)).filter(p => short(p) === short(demo)).length
  return `${short(demo)}${before || ''}${plan.key === 'payroll' ? '-P' : ''}`
}

/** Minutes that a place is ahead of UTC, from an offset as `-05:00`. */
const minutesOf = (offset: string): number =>
  (offset.startsWith('-') ? -1 : 1) * (Number(offset.slice(1, 3)) * 60 + Number(offset.slice(4)))

/** Tells the story of one office day after day, through the same acts as a person's. */
class Story {
  /** Its proof is begun once the story is told. */
  readonly office = new MemoryOffice(false)
  private r = random(SEED)
  /** Chance of its own for the pad, so that the story of the runs does not hang on it. */
  private readonly padChance = random(SEED + 1)
  private readonly banks = new Map<string, DemoBank>()
  private drawn = 0
  private minute = 0
  private day: PlainDate
  private readonly today: PlainDate
  private readonly offset: string
  /** `now` is the moment up to which the story is told, with the offset of its place. */
  constructor(private readonly now: string) {
    this.day = this.today = dayOfMoment(now)
    this.offset = now.slice(-6)
  }

  private stamp(): Stamp {
    this.minute += 1
    // What is told of today lies in the last ten minutes, never ahead of the hour.
    if (this.day === this.today)
      return {
        at: momentOf(new Date(Date.parse(this.now) - 600_000 + this.minute * 1000), minutesOf(this.offset)),
        by: clerk,
      }
    const m = 8 * 60 + (this.minute % 540)
    return {
      at: `${this.day}T${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}:00.000${this.offset}`,
      by: clerk,
    }
  }

  at(day: PlainDate): this {
    this.day = day
    this.minute = 0
    return this
  }

  ledger = (plan: Plan, code: string): Id<'ledger'> => idOf(`${plan.company.id}-${code}`)
  private payee = (plan: Plan, demo: DemoPayee): Payee => ({
    id: idOf(`${plan.key}-${demo.name.toLowerCase().replaceAll(/[^a-z]+/g, '-')}`),
    companyId: plan.company.id,
    kind: demo.kind ?? 'supplier',
    name: demo.name,
    address: demo.address,
    memo: demo.memo,
    split: demo.ledgers.map(([code, weight]) => ({ ledgerId: this.ledger(plan, code), weight })),
    onHold: demo.onHold ?? false,
    ...(demo.onHold && { holdWhy: 'fee not agreed yet' }),
    taxForm: demo.taxForm ?? 'none',
    code: codeOf(plan, demo),
    ...(demo.terms && { terms: must(readTerms(demo.terms)) }),
  })

  open(plan: Plan, start: PlainDate): void {
    const accountId = idOf<'account'>(plan.key)
    this.office.put({
      companies: [plan.company],
      ledgers: ledgerNames.map(([code, name, kind]) => ({
        id: this.ledger(plan, code),
        companyId: plan.company.id,
        code,
        name,
        kind,
      })),
      accounts: [
        {
          id: accountId,
          companyId: plan.company.id,
          name: plan.name,
          bank: { name: 'First Lantern Bank', address: ['1 Beacon Square', 'Pellam Sound, ME 04999'] },
          ...plan.account,
          forChecks: true,
          country: 'US',
          part: '',
          code: '',
          currency: { sign: '$', name: 'dollars' },
          cashLedgerId: this.ledger(plan, plan.cash),
          signatories:
            plan.company === ferry
              ? [
                  { name: 'Petra Nyholm', title: 'Treasurer', picture: signature },
                  { name: 'Gunnar Hale', title: 'Chair' },
                ]
              : [{ name: 'Petra Nyholm', title: 'Treasurer' }],
          signing: {
            secondAbove: plan.key === 'operating' ? cents(1_000_000) : null,
            prints: plan.key === 'payroll' ? [0] : [],
          },
        },
      ],
      books: [
        {
          id: idOf(`${plan.key}-book`),
          accountId,
          kind: plan.book.kind,
          start: plan.book.first as CheckNumber,
          end: plan.book.last as CheckNumber,
        },
        ...(plan.pad
          ? [
              {
                id: idOf<'book'>(`${plan.key}-pad`),
                accountId,
                kind: 'handwritten pad' as const,
                name: 'Pad aboard',
                start: plan.pad.first as CheckNumber,
                end: plan.pad.last as CheckNumber,
              },
            ]
          : []),
      ],
      payees: plan.payees.map(p => this.payee(plan, p)),
    })
    const opening = cents(plan.opening * 100)
    this.enter(plan, {
      id: `${plan.key}/opening`,
      date: start,
      text: 'Opening balance',
      amount: opening,
      from: '3000',
    })
  }
  /** The bank of an account, and the statements that it begins with. */
  bank = (plan: Plan): DemoBank => {
    const known = this.banks.get(plan.key)
    const made =
      known ??
      new DemoBank(this.office, idOf(plan.key), this.ledger(plan, '6900'), random(SEED + 2), () =>
        this.stamp(),
      )
    this.banks.set(plan.key, made)
    return made
  }

  /** Puts money into an account, out of another ledger account. */
  private enter(
    plan: Plan,
    of: { id: string; date: PlainDate; text: string; amount: Cents; from: string },
  ): void {
    const { id, date, text, amount, from } = of
    const entries = [
      entry({
        id: idOf(id),
        companyId: plan.company.id,
        date,
        text,
        paymentId: null,
        lines: [
          { ledgerId: this.ledger(plan, plan.cash), debit: amount, credit: zero },
          { ledgerId: this.ledger(plan, from), debit: zero, credit: amount },
        ],
      }),
    ]
    this.office.put({ entries, totals: totalsAfter(this.office.kept.totals.values(), entries) })
  }

  private lines(demo: DemoPayee, total: Cents, date: PlainDate): StubLine[] {
    if (demo.kind === 'employee') {
      const tax = cents(Math.round(total * 0.22))
      return [
        {
          reference: 'Pay',
          date: null,
          description: `Wages, two weeks to ${addDays(date, -3)}`,
          amount: cents(total + tax),
        },
        { reference: 'Tax', date: null, description: 'Withheld', amount: cents(-tax) },
      ]
    }
    const weights = Array.from({ length: this.r.between(1, Math.min(4, demo.what.length + 1)) }, () =>
      this.r.between(1, 5),
    )
    const prefix = demo.name
      .split(' ')
      .map(w => w[0])
      .join('')
      .replaceAll(/[^A-Z]/g, '')
      .slice(0, 2)
    return split(total, weights).map((amount, i) => ({
      reference: `${prefix}-${this.r.between(1000, 9899)}`,
      date: addDays(date, -this.r.between(9, 33)),
      description: demo.what[i % demo.what.length] ?? '',
      amount,
    }))
  }

  private readonly earned = new Map<string, Map<string, number>>()
  /**
   * Pay by kind with the year to date, which begins anew with each year. The parts are those of the stub
   * lines, told finer.
   */
  private pay(plan: Plan, demo: DemoPayee, lines: readonly StubLine[], date: PlainDate): PaidLine[] {
    const key = `${demo.name} ${date.slice(0, 4)}`
    const known = this.earned.get(key) ?? new Map<string, number>()
    this.earned.set(key, known)
    const [gross, tax] = [lines[0]?.amount ?? zero, cents(-(lines[1]?.amount ?? zero))]
    const [regular, overtime, night] = split(gross, [82, 12, 6])
    const [federal, state, social] = split(tax, [52, 17, 31])
    return (
      [
        ['earning', 'Regular hours', regular],
        ['earning', 'Overtime', overtime],
        ['earning', 'Night sailings', night],
        ['deduction', 'Federal tax', federal],
        ['deduction', 'State tax', state],
        ['deduction', 'Social contributions', social],
      ] as const
    ).map(([kind, name, now = zero]) => {
      const total = (known.get(name) ?? 0) + now
      known.set(name, total)
      const line = { kind, name, now, yearToDate: cents(total) }
      return kind === 'deduction' ? { ...line, ledgerId: this.ledger(plan, '2200') } : line
    })
  }

  private drawing(plan: Plan, demo: DemoPayee, date: PlainDate): Draw {
    const id = idOf<'payment'>(`${plan.key}-${String(++this.drawn).padStart(5, '0')}`)
    const amount = cents(this.r.between(demo.least * 100, demo.most * 100))
    const payee = this.payee(plan, demo)
    const lines = this.lines(demo, amount, date)
    const pay = demo.kind === 'employee' ? this.pay(plan, demo, lines, date) : []
    const withheld = withheldOf(pay)
    return {
      id,
      payee,
      address: payee.address,
      date,
      amount,
      memo: demo.memo,
      lines,
      ...(pay.length && { pay }),
      split: [
        ...split(
          cents(amount - sum(withheld.map(w => w.amount))),
          payee.split.map(s => s.weight),
        )
          .map((part, i) => ({ ledgerId: payee.split[i]?.ledgerId ?? idOf('none'), amount: part }))
          .filter(s => s.amount !== 0),
        ...withheld,
      ],
    }
  }

  private readonly billed = new Set<string>()
  private async enterBill(
    plan: Plan,
    payee: Payee,
    bill: Omit<Entering, 'payeeId' | 'taxForm' | 'lines'> & Partial<Entering>,
  ) {
    const shares = split(
      bill.amount,
      payee.split.map(s => s.weight),
    )
    const lines = payee.split.flatMap(({ ledgerId }, i) =>
      shares[i] ? [{ ledgerId, amount: shares[i], memo: '' }] : [],
    )
    must(
      await perform(
        this.office,
        'enterBill',
        {
          companyId: plan.company.id,
          bill: { lines, taxForm: payee.taxForm, payeeId: payee.id, ...bill },
        },
        this.stamp(),
      ),
    )
  }

  /** The bills behind a payment: one for each line of its stub. */
  private async billsBehind(plan: Plan, { payee, lines, id }: Draw): Promise<Allocation[]> {
    const terms = payee.terms ?? { from: 'date', days: 30 }
    const settles: Allocation[] = []
    for (const [i, line] of lines.entries()) {
      let number = line.reference
      while (this.billed.has(`${payee.id} ${numberKey(number)}`)) number += '1'
      this.billed.add(`${payee.id} ${numberKey(number)}`)
      const billId = idOf<'bill'>(`${id}-${i + 1}`)
      const date = line.date ?? this.day
      await this.enterBill(plan, payee, {
        id: billId,
        number,
        date,
        due: dueDate(terms, date),
        amount: line.amount,
        memo: line.description,
      })
      settles.push({ billId, amount: line.amount, discount: zero })
    }
    return settles
  }

  async drawTo(plan: Plan, demo: DemoPayee, date: PlainDate): Promise<Id<'payment'>> {
    const direct = this.drawing(plan, demo, date)
    const billed = demo.kind !== 'employee' && demo.kind !== 'one-time'
    const draw = billed
      ? { ...direct, lines: [], split: [], settles: await this.billsBehind(plan, direct) }
      : direct
    must(await perform(this.office, 'draw', { accountId: idOf<'account'>(plan.key), draw }, this.stamp()))
    return draw.id
  }

  private known(plan: Plan, name: string): Payee {
    return this.payee(
      plan,
      plan.payees.find(p => p.name === name)!,
    )
  }

  /** What is open when the story ends. */
  async owe(plan: Plan, bills: readonly OpenBill[]): Promise<void> {
    for (const [i, open] of bills.entries()) {
      const payee = this.known(plan, open.payee)
      const id = idOf<'bill'>(`${plan.key}-open-${i + 1}`)
      const amount = cents(open.amount)
      const { quantity } = open
      await this.enterBill(plan, payee, {
        id,
        number: open.number,
        date: addDays(this.today, -open.daysAgo),
        due: addDays(this.today, open.dueIn),
        amount,
        memo: open.memo,
        ...(open.discount && {
          discount: { until: addDays(this.today, open.discount.inDays), amount: cents(open.discount.amount) },
        }),
        ...(open.purchaseOrder && { purchaseOrder: open.purchaseOrder }),
        ...(open.draft && { draft: true }),
        ...(quantity && {
          lines: [
            {
              ledgerId: payee.split[0]!.ledgerId,
              amount,
              memo: open.memo,
              quantity: quantity.of,
              unit: cents(quantity.unit),
            },
          ],
        }),
      })
      if (open.hold)
        must(await perform(this.office, 'holdBill', { billId: id, hold: open.hold }, this.stamp()))
    }
  }

  async limit(plan: Plan, secondAbove: number): Promise<void> {
    const input = { companyId: plan.company.id, secondAbove: cents(secondAbove) }
    must(await perform(this.office, 'saveApprovalLimit', input, this.stamp()))
  }

  /** A bill that is settled now, on a check of a later day. */
  async payLater(plan: Plan, later: typeof slipwayLater): Promise<void> {
    const payee = this.known(plan, later.payee)
    const [day, amount] = [addDays(this.today, later.inDays), cents(later.amount)]
    const billId = idOf<'bill'>(`${plan.key}-later`)
    await this.enterBill(plan, payee, {
      id: billId,
      number: later.number,
      date: addDays(this.today, -20),
      due: day,
      amount,
      memo: 'Zinc anodes',
    })
    const draw: Draw = {
      id: idOf(`${plan.key}-later`),
      payee,
      address: payee.address,
      date: day,
      amount,
      memo: payee.memo,
      lines: [],
      split: [],
      settles: [{ billId, amount, discount: zero }],
      scheduled: day,
    }
    const payments = [{ accountId: idOf<'account'>(plan.key), draw }]
    must(await perform(this.office, 'settle', { companyId: plan.company.id, payments }, this.stamp()))
  }

  /** A check written by hand from the pad that lies aboard. */
  async writeByHand(plan: Plan, demo: DemoPayee, date: PlainDate): Promise<void> {
    const pad = this.office.kept.books.get(idOf(`${plan.key}-pad`))!
    const chance = this.r
    this.r = this.padChance
    const draw = this.drawing(plan, demo, date)
    this.r = chance
    must(
      await perform(
        this.office,
        'record',
        { bookId: pad.id, draw, number: nextNumber(pad, this.office.rowsOf(pad.id)) as CheckNumber },
        this.stamp(),
      ),
    )
  }

  /** The sheet that the last run left part-used, or a whole one. */
  private firstPlace(plan: Plan): number {
    const stock = stockNow([], plan.account.stockId)!
    const last = [...this.office.kept.runs.values()].findLast(
      r => r.accountId === plan.key && r.state === 'counted off',
    )
    return last ? placeAfter(last, checksPerSheet(stock)) : 1
  }

  some(plan: Plan): DemoPayee[] {
    const left = plan.payees.filter(p => p.kind !== 'one-time' && p.kind !== 'owner' && !p.onHold)
    if (plan.key === 'payroll') return [...left]
    return Array.from(
      { length: Math.min(left.length, plan.batch(this.r)) },
      () => left.splice(this.r.between(0, left.length - 1), 1)[0] as DemoPayee,
    )
  }

  async print(plan: Plan, ids: readonly Id<'payment'>[]): Promise<Id<'run'>> {
    const runId = idOf<'run'>(`${plan.key}-run-${this.day}`)
    const book = await bookOf(this.office, idOf(plan.key))
    must(
      await perform(
        this.office,
        'pick',
        { bookId: book.id, runId, paymentIds: ids, order: plan.key === 'payroll' ? 'payee' : 'as drawn' },
        this.stamp(),
      ),
    )
    must(
      await perform(
        this.office,
        'load',
        {
          runId,
          top: nextNumber(book, this.office.rowsOf(book.id)) as CheckNumber,
          firstPlace: this.firstPlace(plan),
        },
        this.stamp(),
      ),
    )
    must(
      await perform(
        this.office,
        'print',
        { runId, made: must(await madeOf(this.office, runId)) },
        this.stamp(),
      ),
    )
    return runId
  }

  private outcomeOf(): Outcome {
    const luck = this.r.next()
    if (luck < 0.012)
      return {
        kind: 'spoiled',
        why: this.r.one(['crumpled in the feed', 'toner smeared', 'two sheets stuck together']),
      }
    return { kind: 'good' }
  }

  async countOff(runId: Id<'run'>): Promise<void> {
    const run = this.office.kept.runs.get(runId)
    must(
      await perform(
        this.office,
        'countOff',
        { runId, outcomes: new Map((run?.checks ?? []).map(c => [c.number, this.outcomeOf()])) },
        this.stamp(),
      ),
    )
  }

  /** Banks about what was paid, so that the balance wanders without running dry. */
  async bankIn(plan: Plan, paid: Cents): Promise<void> {
    const amount = cents(Math.round(paid * (0.93 + this.r.next() * 0.16)))
    if (amount <= 0) return
    const text = plan.key === 'payroll' ? 'Moved for payroll' : 'Banked'
    const from = plans.find(p => p.cash === plan.income)
    must(
      await perform(
        this.office,
        'enterMovement',
        {
          ...{ accountId: idOf<'account'>(plan.key), id: idOf<'entry'>(`${plan.key}-banked-${this.day}`) },
          ...{ kind: from ? 'transfer' : 'deposit', date: this.day, amount, text },
          parts: from ? [] : [{ ledgerId: this.ledger(plan, plan.income), amount }],
          ...(from && { toAccountId: idOf<'account'>(from.key) }),
        },
        this.stamp(),
      ),
    )
  }

  /** The last check of the first run on the operating account: nobody ever cashed it. */
  private neverCashed(plan: Plan): Id<'payment'> | undefined {
    if (plan.key !== 'operating') return undefined
    const first = [...this.office.kept.runs.values()].find(r => r.accountId === plan.key)
    return first?.checks.at(-1)?.paymentId
  }
  private neverPaid = false
  /** Nearly all checks reach their bank; the one that nobody cashes has its chance once, like any other. */
  private reachesBank(plan: Plan, { bookId, check }: NumberRow): boolean {
    const isNever = check?.paymentId === this.neverCashed(plan)
    if (isNever && this.neverPaid) return false
    const reaches = (bookId.endsWith('-pad') ? this.padChance : this.r).next() < 0.97
    if (isNever) this.neverPaid = true
    return reaches && !isNever
  }
  /** A check of the pad went missing in the mail: its payment is cancelled, the bank is asked to stop it. */
  async stopLost(plan: Plan, day: PlainDate): Promise<void> {
    const lost = [...this.office.kept.numbers.values()].find(
      n => n.bookId === `${plan.key}-pad` && n.fate === 'issued' && n.check && n.check.date < day,
    )
    if (!lost?.check) return
    must(
      await perform(
        this.office,
        'cancel',
        { paymentId: lost.check.paymentId, ending: 'stopped', why: 'lost in the mail' },
        this.stamp(),
      ),
    )
  }
  /** From here on the trail answers for every row. */
  async beginProof(): Promise<void> {
    must(await perform(this.office, 'beginProof', {}, this.stamp()))
  }
  /** What the bank is to know of checks goes to it from now on. */
  async beginFiles(plan: Plan): Promise<void> {
    const layoutId = idOf<'payLayout'>(`${plan.key}-file`)
    const { companyId } = this.office.kept.accounts.get(idOf(plan.key))!
    const layout = startingLayouts[0]!
    must(await perform(this.office, 'savePayLayout', { companyId, id: layoutId, layout }, this.stamp()))
    const accountId = idOf<'account'>(plan.key)
    must(await perform(this.office, 'setPositivePay', { accountId, layoutId }, this.stamp()))
  }
  async sendFile(plan: Plan): Promise<void> {
    const accountId = idOf<'account'>(plan.key)
    if (!this.office.found('bankItems', 'waiting', [accountId]).length) return
    const fileId = idOf<'sentFile'>(`${plan.key}-${this.day}`)
    must(await perform(this.office, 'sendBankFile', { accountId, fileId, shorten: true }, this.stamp()))
  }

  /** The bank's month: it paid nearly all checks that are older than a day. */
  async closeMonth(plan: Plan, day: PlainDate): Promise<void> {
    const rows = [...this.office.kept.numbers.values()].filter(
      n =>
        n.accountId === plan.key &&
        n.fate === 'issued' &&
        n.check &&
        n.check.date < day &&
        this.reachesBank(plan, n),
    )
    await this.bank(plan).month(rows, addDays(this.day, -1))
  }

  async loseTwoSheets(plan: Plan): Promise<void> {
    const book = await bookOf(this.office, idOf(plan.key))
    const next = nextNumber(book, this.office.rowsOf(book.id)) as CheckNumber
    must(
      await perform(
        this.office,
        'giveFate',
        {
          bookId: book.id,
          numbers: [next, (next + 1) as CheckNumber],
          fate: 'missing',
          why: 'not in the box when it was opened',
        },
        this.stamp(),
      ),
    )
  }
}

/**
 * The demo office, told up to a moment (with the offset of its place) from a fixed seed: two companies,
 * three accounts, 40 payees, 18 months of history, 12 payments in the lane of the operating account, and
 * the payroll run waiting for its count-off. The same day gives the same rows.
 */
export async function demoOffice(now: string): Promise<Snapshot> {
  const today = dayOfMoment(now)
  const story = new Story(now)
  // The ferry prints its badge: a setting of its own over the common layout.
  const badgeOn: OwnSettings = {
    settings: {},
    added: [],
    fields: { logo: { on: true }, 'payer-name': { x: 30, w: 70 }, 'payer-address': { x: 30, w: 70 } },
  }
  story.office.put({
    owns: (['letter-top', 'letter-pay'] as const).map(key => ({
      id: ownId(key, ferry.id),
      layoutKey: key,
      companyId: ferry.id,
      own: badgeOn,
      savedAt: `${addDays(today, -7)}T08:00:00.000${now.slice(-6)}`,
    })),
  })
  const payday = addDays(today, -((weekday(today) + 3) % 7) - 1)
  const start = addDays(payday, -7 * WEEKS)
  for (const plan of plans) {
    story.open(plan, start)
    await story
      .at(start)
      .bank(plan)
      .begin(start, plan.opening * 100)
  }
  for (let week = 0; week <= WEEKS; week++) {
    const day = addDays(start, 7 * week)
    story.at(day)
    for (const plan of plans) {
      if (week % 4 === 3) await story.closeMonth(plan, addDays(day, -12))
      if (plan.key === 'payroll' && week === WEEKS - 20) await story.beginFiles(plan)
      if (plan.key === 'payroll' && week > WEEKS - 20 && week % 4 === 0) await story.sendFile(plan)
      if (plan.pad && week === WEEKS - 2) await story.stopLost(plan, day)
      if (week % plan.everyWeeks) continue
      const last = week === WEEKS
      if (plan.key === 'operating' && week === 41) await story.loseTwoSheets(plan)
      if (plan.pad && week % 6 === 2)
        await story.writeByHand(plan, plan.payees[week % plan.payees.length]!, day)
      const waiting = story.office.found('payments', 'waiting', [plan.key]).map(p => p.id)
      const ids = [...waiting]
      for (const payee of story.some(plan)) ids.push(await story.drawTo(plan, payee, day))
      const run = await story.print(plan, ids)
      if (last && plan.key === 'payroll') continue
      await story.countOff(run)
      const paid = sum(
        [...(story.office.kept.runs.get(run)?.checks ?? [])].map(
          c => story.office.kept.payments.get(c.paymentId)?.amount ?? zero,
        ),
      )
      await story.bankIn(plan, paid)
    }
  }
  if (daysBetween(payday, today) > 0) story.at(today)
  const [operating, , yard] = plans as [Plan, Plan, Plan]
  const fill = async (plan: Plan, wanted: number): Promise<void> => {
    const inLane = story.office.found('payments', 'waiting', [plan.key]).map(p => p.name)
    for (const demo of plan.payees
      .filter(p => !p.onHold && !inLane.includes(p.name))
      .slice(0, wanted - inLane.length))
      await story.drawTo(plan, demo, today)
  }
  await fill(operating, 12)
  await fill(yard, 3)
  await story.limit(operating, ferryLimit)
  await story.owe(operating, ferryOwes)
  await story.owe(yard, slipwayOwes)
  await story.payLater(yard, slipwayLater)
  const rows = [...story.office.kept.numbers.values()].filter(n => n.accountId === 'operating')
  await story.bank(operating).since(rows, addDays(today, -1))
  await story.beginProof()
  return story.office.snapshot()
}
