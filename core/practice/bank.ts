import { addDays, type PlainDate } from '../base/dates'
import { random } from '../base/random'
import type { IncomingLine } from '../bank/bankLine'
import type { PayRead } from '../bank/positivePay/readFile'
import type { Decided, IncomingQuestion } from '../bank/questions/question'
import { cents, sum, type Cents } from '../money/cents'
import type { CheckNumber } from '../numbers/book'
import type { Written } from './statementFiles'

/** What can go wrong at the practice bank, on demand or by chance. */
export const mishaps = [
  'amount altered',
  'payee altered',
  'presented twice',
  'forged number',
  'paid although stopped',
  'late',
] as const
export type Mishap = (typeof mishaps)[number]

/** A check as it is presented: what could be read on it. */
export interface Presented {
  readonly number: CheckNumber
  /** Nothing where the amount could not be read. */
  readonly amount?: Cents
  readonly payee?: string
}
/** What the bank did with a check. */
export type BankAnswer = 'paid' | 'asked' | 'returned'

interface Booked extends IncomingLine {
  readonly reference: string
}
interface Asked {
  readonly question: IncomingQuestion
  readonly answer?: Decided
}

const MOST_LINES = 20_000
/** Days that the practice bank waits for an answer. */
const ANSWER_DAYS = 1
const LATE_DAYS = 200
const FORGED = 900_000

/** One account at the practice bank: what it was told of checks, what it booked, and what it asks. */
export class PracticeAccount {
  private readonly told = new Map<number, { amount?: Cents; payee?: string; ended: boolean }>()
  private readonly lines: Booked[] = []
  private readonly asked: Asked[] = []
  private count = 0

  /** `opening` is what it has before the day `from`, in minor units. */
  constructor(
    readonly account: string,
    readonly from: PlainDate,
    readonly opening: Cents,
  ) {}

  /** The office’s file of issued and ended checks. Gives how many checks it knows now. */
  tell(items: readonly PayRead[]): number {
    for (const { number, kind, amount, payee } of items) {
      const before = this.told.get(number)
      this.told.set(number, {
        ...{ ...before, ended: kind === 'end' || (before?.ended ?? false) },
        ...(amount !== undefined && { amount }),
        ...(payee && { payee }),
      })
    }
    return this.told.size
  }

  private reference = (): string => `PB${String(++this.count).padStart(6, '0')}`
  private book(line: IncomingLine): void {
    if (this.lines.length < MOST_LINES) this.lines.push({ ...line, reference: this.reference() })
  }
  private paid(number: CheckNumber, amount: Cents, day: PlainDate, payee?: string): BankAnswer {
    this.book({
      ...{ date: day, amount: cents(-amount), number, text: `CHECK ${number}` },
      ...(payee && { payee }),
    })
    return 'paid'
  }
  private ask(
    number: CheckNumber,
    amount: Cents,
    day: PlainDate,
    reason: string,
    payee?: string,
  ): BankAnswer {
    this.asked.push({
      question: {
        ...{ reference: this.reference(), number, amount, date: day, reason },
        ...{ deadline: addDays(day, ANSWER_DAYS), ...(payee && { payee }) },
      },
    })
    return 'asked'
  }

  /**
   * A check is presented. A bank that was told of checks pays what agrees and asks about all else; one that was told
   * of none pays what it can read.
   */
  present({ number, amount, payee }: Presented, day: PlainDate): BankAnswer {
    const known = this.told.get(number)
    const due = amount ?? known?.amount
    if (due === undefined) return 'returned'
    if (!this.told.size) return this.paid(number, due, day, payee)
    const reason = this.reasonToAsk(number, due, payee)
    return reason ? this.ask(number, due, day, reason, payee) : this.paid(number, due, day, payee)
  }
  private reasonToAsk(number: CheckNumber, amount: Cents, payee: string | undefined): string | undefined {
    const known = this.told.get(number)
    if (!known) return 'NOT IN YOUR FILES'
    if (known.ended) return 'VOIDED OR STOPPED IN YOUR FILES'
    if (this.lines.some(l => l.number === number)) return 'PRESENTED TWICE'
    if (known.amount !== undefined && known.amount !== amount) return 'AMOUNT DIFFERS FROM YOUR FILES'
    if (payee && known.payee && !payee.toUpperCase().startsWith(known.payee.toUpperCase()))
      return 'PAYEE DIFFERS FROM YOUR FILES'
    return undefined
  }

  /** Something goes wrong with a check. */
  mishap(kind: Mishap, check: Presented & { readonly amount: Cents }, day: PlainDate): BankAnswer {
    const { number, amount, payee } = check
    switch (kind) {
      case 'amount altered':
        return this.present({ ...check, amount: cents(amount * 10) }, day)
      case 'payee altered':
        return this.present({ ...check, payee: 'A. Stranger' }, day)
      case 'presented twice': {
        if (!this.lines.some(l => l.number === number)) this.paid(number, amount, day, payee)
        return this.present(check, day)
      }
      case 'forged number':
        return this.present({ number: (FORGED + number) as CheckNumber, amount }, day)
      case 'paid although stopped':
        return this.paid(number, amount, day, payee)
      case 'late':
        return this.paid(number, amount, addDays(day, LATE_DAYS), payee)
    }
  }
  /** Checks are presented, and with some of them, the same ones for the same seed, something goes wrong. */
  byChance(
    checks: readonly (Presented & { readonly amount: Cents })[],
    seed: number,
    day: PlainDate,
  ): BankAnswer[] {
    const r = random(seed)
    return checks.map(check =>
      r.next() < 0.25 ? this.mishap(r.one(mishaps), check, day) : this.present(check, day),
    )
  }
  /** Money without a check: a fee below zero, a deposit above. */
  money(amount: Cents, text: string, day: PlainDate): void {
    this.book({ date: day, amount, text })
  }

  /** The answers to its questions. Gives how many it took: what is answered already stays. */
  answer(
    answers: readonly { readonly reference: string; readonly decision: Decided }[],
    day: PlainDate,
  ): number {
    let taken = 0
    for (const { reference, decision } of answers) {
      const at = this.asked.findIndex(a => a.question.reference === reference && !a.answer)
      const of = this.asked[at]
      if (!of) continue
      taken++
      this.asked[at] = { ...of, answer: decision }
      const { number, amount, payee } = of.question
      if (decision === 'pay') this.paid(number, amount, day, payee)
    }
    return taken
  }

  /** Questions that wait for an answer. */
  get questions(): readonly IncomingQuestion[] {
    return this.asked.filter(a => !a.answer).map(a => a.question)
  }
  /** How many checks the bank was told of. */
  get known(): number {
    return this.told.size
  }
  /** What was booked, the oldest first. */
  get booked(): readonly IncomingLine[] {
    return [...this.lines].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0))
  }
  /** What is on the account at the end of a day. */
  balance(through: PlainDate): Cents {
    return sum([this.opening, ...this.lines.filter(l => l.date <= through).map(l => l.amount)])
  }
  /** A statement of some days, to be written in any format. */
  statement(from: PlainDate, through: PlainDate): Written {
    return {
      ...{ account: this.account, from, through, opening: this.balance(addDays(from, -1)) },
      lines: this.booked.filter(l => l.date >= from && l.date <= through),
    }
  }
}
