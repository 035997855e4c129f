import { howManyOf } from '../base/howMany'
import type { Id } from '../base/id'
import { good, refuse, type Refusal, type Result } from '../base/result'
import type { Entry, LedgerAccount } from '../ledger/entry'
import type { Decision, Stamp } from '../trail/trail'
import type { BankAccount, Company } from '../accounts/account'
import { alikeKey, type Bill } from '../bills/bill'
import { draw, type Draw } from '../payments/draw'
import { enterBill, type Entering } from '../bills/enterBill'
import { savePayee } from '../payees/savePayee'
import type { Payee, PayeeForm } from '../payees/payee'
import { PayeeIndex } from '../payees/payeeIndex'
import type { Payment } from '../payments/payment'
import { printable } from '../faces/texts'

/** What came into the office together out of one file, so that it can be taken back as a whole. */
export interface ImportedFile {
  readonly id: Id<'intake'>
  readonly companyId: Id<'company'>
  readonly file: string
  readonly at: string
  readonly by: string
  readonly payees: readonly Id<'payee'>[]
  readonly ledgers: readonly Id<'ledger'>[]
  readonly bills: readonly Id<'bill'>[]
  readonly payments: readonly Id<'payment'>[]
  /** Check numbers of before that came with it. */
  readonly numbers?: readonly Id<'number'>[]
  /** Payees that were here, to which the file added details. */
  readonly filledIn?: readonly Id<'payee'>[]
  /** When it was taken back. */
  readonly takenBack?: string
  /** How much of it stayed then, because something else named it. */
  readonly stayed?: { readonly payees: number; readonly ledgers: number; readonly filledIn: number }
}

/** What is to be taken in; later ones may name what stands before them. */
export interface TakingIn {
  readonly id: Id<'intake'>
  readonly companyId: Id<'company'>
  /** The account that the payments are drawn on. */
  readonly accountId?: Id<'account'>
  readonly file: string
  readonly ledgers: readonly LedgerAccount[]
  readonly payees: readonly { readonly id: Id<'payee'>; readonly to: PayeeForm }[]
  readonly bills: readonly Entering[]
  readonly draws: readonly Draw[]
  /** Payees that are here and get details from the file: what they were when it was looked at, and what they become. */
  readonly changes?: readonly PayeeChange[]
}
/** What a file fills in of a payee that exists already. */
export interface PayeeChange {
  readonly id: Id<'payee'>
  readonly from: PayeeForm
  readonly to: PayeeForm
}
export type ImportedKind = 'ledgers' | 'payees' | 'bills' | 'draws' | 'changes'
/** The most rows of one import: more are split by the person, so that each can be undone as one. */
export const MOST_TAKEN = 20_000

/** What must be known before rows are imported, so that nothing comes in twice. */
export interface ImportKnown {
  readonly intake: ImportedFile | undefined
  readonly company: Company
  readonly account: BankAccount | undefined
  /** All payees and ledger accounts of the company. */
  readonly payees: readonly Payee[]
  readonly ledgers: readonly LedgerAccount[]
  /** All payees of other companies, where one that changes is shared with them. */
  readonly elsewhere?: readonly Payee[]
  /** Bills that look like those that are taken in, or have their keys. */
  readonly bills: readonly Bill[]
  /** Payments that have the keys of those that are taken in. */
  readonly payments: readonly Payment[]
  readonly lastNumber: number
}

/** What of an intake is refused: which of its things, and why. */
interface ImportRefusal {
  readonly kind: ImportedKind
  readonly at: number
  readonly refusal: Refusal
}
interface Taken {
  readonly ledgers: LedgerAccount[]
  readonly payees: Payee[]
  /** Payees that were here, with the details of the file. */
  readonly changed: Payee[]
  readonly bills: Bill[]
  readonly entries: Entry[]
  readonly payments: Payment[]
  readonly refused: ImportRefusal[]
}

/** The office as it fills: each thing is decided upon as if those before it stood there already. */
class Filling {
  readonly ledgers: Map<Id<'ledger'>, LedgerAccount>
  readonly codes: Map<string, LedgerAccount>
  readonly payees: Map<Id<'payee'>, Payee>
  private readonly found = new PayeeIndex()
  private readonly alike = new Map<string, Bill[]>()
  private readonly bills: Map<Id<'bill'>, Bill>
  private readonly payments: Map<Id<'payment'>, Payment>
  lastNumber: number

  constructor(readonly known: ImportKnown) {
    this.ledgers = new Map(known.ledgers.map(l => [l.id, l]))
    this.codes = new Map(known.ledgers.map(l => [l.code.toLowerCase(), l]))
    this.payees = new Map()
    for (const p of known.payees) this.addPayee(p)
    this.bills = new Map()
    for (const b of known.bills) this.addBill(b)
    this.payments = new Map(known.payments.map(p => [p.id, p]))
    this.lastNumber = known.lastNumber
  }
  private addPayee(p: Payee): void {
    this.payees.set(p.id, p)
    this.found.add(p)
  }
  private addBill(b: Bill): void {
    this.bills.set(b.id, b)
    this.alike.set(b.alike, [...(this.alike.get(b.alike) ?? []), b])
  }

  ledger(of: LedgerAccount): Result<LedgerAccount> {
    const at = { field: 'code', value: of.code }
    const [code, name] = [printable(of.code, 'code', 20), printable(of.name, 'name')]
    if (!code.ok) return code
    if (!name.ok) return name
    if (!code.value || !name.value) return refuse('ledger-blank', 'Enter a number and a name', at)
    if (of.companyId !== this.known.company.id || this.ledgers.has(of.id))
      return refuse('ledger-elsewhere', 'This ledger account cannot be imported', at)
    const same = this.codes.get(code.value.toLowerCase())
    if (same) return refuse('ledger-known', `${same.code} ${same.name} already exists`, at)
    const kept = { ...of, code: code.value, name: name.value }
    this.ledgers.set(kept.id, kept)
    this.codes.set(code.value.toLowerCase(), kept)
    return good(kept)
  }
  payee(of: TakingIn['payees'][number], stamp: Stamp): Result<Payee> {
    const others = [this.found.named(of.to.name), this.found.coded(of.to.code)]
    const kept = savePayee(
      {
        payee: this.payees.get(of.id),
        others: others.filter(p => p !== undefined),
        payables: this.known.company.payables?.ledgerId,
        ledgers: of.to.split.flatMap(s => this.ledgers.get(s.ledgerId) ?? []),
      },
      { id: of.id, companyId: this.known.company.id, to: of.to },
      stamp,
    )
    if (!kept.ok) return kept
    const payee = kept.value.changes.payees[0]!
    this.addPayee(payee)
    return good(payee)
  }
  change({ id, from, to }: PayeeChange, stamp: Stamp): Result<Payee[]> {
    const others = [this.found.named(to.name), this.found.coded(to.code)]
    const kept = savePayee(
      {
        payee: this.payees.get(id),
        others: others.filter(p => p !== undefined),
        payables: this.known.company.payables?.ledgerId,
        ledgers: to.split.flatMap(s => this.ledgers.get(s.ledgerId) ?? []),
        elsewhere: this.known.elsewhere ?? [],
      },
      { id, companyId: this.known.company.id, from, to },
      stamp,
    )
    if (!kept.ok) return kept
    const [payee] = kept.value.changes.payees
    this.addPayee(payee!)
    return good(kept.value.changes.payees)
  }
  bill(of: Entering, stamp: Stamp): Result<{ bill: Bill; entries: Entry[] }> {
    const entered = enterBill(
      {
        bill: this.bills.get(of.id),
        payee: this.payees.get(of.payeeId),
        company: this.known.company,
        ledgers: of.lines.flatMap(l => this.ledgers.get(l.ledgerId) ?? []),
        alike: this.alike.get(alikeKey(of.payeeId, of.number)) ?? [],
        lastNumber: this.lastNumber,
      },
      of,
      stamp,
    )
    if (!entered.ok) return entered
    const { bills, entries } = entered.value.changes
    this.addBill(bills[0]!)
    this.lastNumber++
    return good({ bill: bills[0]!, entries })
  }
  draw(of: Draw, stamp: Stamp): Result<Payment> {
    const { account, company } = this.known
    if (!account) return refuse('account-blank', 'Choose the account to pay from', { field: 'account' })
    const payee = this.payees.get(of.payee.id)
    if (!payee) return refuse('payee-unknown', 'This payee does not exist', { field: 'payee' })
    const drawn = draw(
      {
        account,
        payment: this.payments.get(of.id),
        payee,
        namesakes: [],
        ledgers: of.split.flatMap(s => this.ledgers.get(s.ledgerId) ?? []),
        closedThrough: company.closedThrough,
        bills: [],
        payables: company.payables,
      },
      of,
      stamp,
    )
    if (!drawn.ok) return drawn
    const payment = drawn.value.changes.payments[0]!
    this.payments.set(payment.id, payment)
    return good(payment)
  }
}

/** Takes in all that can be, each thing as if it were done by itself, and tells what is refused. */
export function importWhatIsGood(known: ImportKnown, act: TakingIn, stamp: Stamp): Taken {
  const filling = new Filling(known)
  const refused: ImportRefusal[] = []
  const kept = <T, R>(kind: ImportedKind, list: readonly T[], take: (of: T) => Result<R>): R[] =>
    list.flatMap((of, at) => {
      const done = take(of)
      if (done.ok) return [done.value]
      refused.push({ kind, at, refusal: done.refusal })
      return []
    })
  const ledgers = kept('ledgers', act.ledgers, of => filling.ledger(of))
  const payees = kept('payees', act.payees, of => filling.payee(of, stamp))
  const changed = kept('changes', act.changes ?? [], of => filling.change(of, stamp)).flat()
  const bills = kept('bills', act.bills, of => filling.bill(of, stamp))
  const payments = kept('draws', act.draws, of => filling.draw(of, stamp))
  return {
    ledgers,
    payees,
    changed,
    bills: bills.map(b => b.bill),
    entries: bills.flatMap(b => b.entries),
    payments,
    refused,
  }
}

/** How much of what came, in words. */
export const importText = (
  of: {
    readonly [K in 'ledgers' | 'payees' | 'bills' | 'payments']: { readonly length: number }
  } & { readonly filledIn?: { readonly length: number } },
): string =>
  howManyOf(
    [of.ledgers.length, 'ledger account'],
    [of.payees.length, 'payee'],
    [of.bills.length, 'bill'],
    [of.payments.length, 'payment'],
    [of.filledIn?.length ?? 0, 'payee with new details', 'payees with new details'],
  )

/**
 * Takes rows of a file in: all of them, or none. Each is refused as its own act would be; the refusal names
 * which it was. One line in the trail.
 */
export function importRows(
  known: ImportKnown,
  act: TakingIn,
  stamp: Stamp,
): Decision<{
  intakes: ImportedFile[]
  ledgers: LedgerAccount[]
  payees: Payee[]
  bills: Bill[]
  entries: Entry[]
  payments: Payment[]
}> {
  if (known.intake) return refuse('intake-known', 'This file was already imported', { field: 'file' })
  const { refused, changed, ...changes } = importWhatIsGood(known, act, stamp)
  const [first] = refused
  if (first)
    return refuse(first.refusal.code, `${first.kind} ${first.at + 1}: ${first.refusal.text}`, {
      field: 'file',
    })
  const filledIn = act.changes?.map(c => c.id) ?? []
  const summary = importText({ ...changes, filledIn })
  if (!summary) return refuse('intake-empty', 'There is nothing to import', { field: 'file' })
  const { id, companyId, file } = act
  const intake: ImportedFile = {
    ...{ id, companyId, file, at: stamp.at, by: stamp.by },
    payees: changes.payees.map(p => p.id),
    ledgers: changes.ledgers.map(l => l.id),
    bills: changes.bills.map(b => b.id),
    payments: changes.payments.map(p => p.id),
    ...(filledIn.length && { filledIn }),
  }
  return good({
    changes: { ...changes, payees: [...changes.payees, ...changed], intakes: [intake] },
    trail: {
      act: 'Data imported',
      text: `Imported ${summary} from ${file}.`,
      about: { intake: id, company: companyId },
    },
  })
}
