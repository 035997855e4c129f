import type { PlainDate } from '../base/dates'
import { idOf, type Id } from '../base/id'
import type { NumberRow } from '../books/book'
import type { LedgerAccount } from '../ledger/entry'
import type { Company } from '../payables/account'
import type { Bill } from '../payables/bill'
import type { Draw } from '../payables/draw'
import type { Entering } from '../payables/enterBill'
import type { Payee, PayeeForm } from '../payables/payee'
import { PayeeIndex } from '../payables/payeeIndex'
import type { Payment } from '../payables/payment'
import type { BeforeKind, EarlierCheck, EarlierFate } from '../runs/before'
import type { CellFault } from './readRows'

/** What the rows of a file are held against. */
export interface IntakeOffice {
  readonly company: Company
  readonly payees: readonly Payee[]
  readonly ledgers: readonly LedgerAccount[]
  /** Bills of the payees, by payee and number without what does not tell numbers apart. */
  readonly alike: ReadonlyMap<string, readonly Bill[]>
  /** Payments of the payees that are not cancelled. */
  readonly payments: readonly Payment[]
  /** Check numbers of the account that were touched, where numbers come in. */
  readonly numbers: ReadonlyMap<number, NumberRow>
  readonly today: PlainDate
  /** A key that nothing has yet. */
  newKey(): string
}
/** What is chosen for a file as a whole. */
export interface IntakeChoices {
  /** Payees that are not here are written down on the way. */
  readonly makePayees: boolean
  /** The ledger account where neither the row nor the payee tells one. */
  readonly ledgerId: Id<'ledger'> | null
  /** Ledger accounts that are not here are opened on the way, as this kind; null: they are wrong. */
  readonly makeLedgers: LedgerAccount['kind'] | null
  /** What is here already is taken in once more. */
  readonly again: boolean
  /** The opening balance is what was left after checks of before. */
  readonly held: boolean
  readonly file: string
}

/** A row as it stands before the act. */
export interface IntakeSeen {
  readonly at: number
  readonly state: 'good' | 'here' | 'wrong'
  readonly faults: readonly CellFault[]
  /** Why it is left out, where it is here already. */
  readonly here?: string
}

/** Where numbers are looked for that nobody told, by kind. */
const FREE_FROM: Readonly<Record<LedgerAccount['kind'], number>> = {
  asset: 1900,
  liability: 2900,
  equity: 3900,
  income: 4900,
  expense: 6900,
}

/** What has been made of the rows so far, and which row each thing came from. */
export class Making {
  readonly ledgers: LedgerAccount[] = []
  readonly payees: { id: Id<'payee'>; to: PayeeForm }[] = []
  readonly bills: Entering[] = []
  readonly draws: Draw[] = []
  readonly checks: EarlierCheck[] = []
  readonly fates: EarlierFate[] = []
  readonly rows: Record<BeforeKind, number[]> = {
    ...{ ledgers: [], payees: [], bills: [], draws: [] },
    ...{ checks: [], fates: [] },
  }
  readonly seen = new Map<number, IntakeSeen>()
  /** Rows that tell one thing together: where one is wrong, all are left out. */
  readonly together: (readonly number[])[] = []
  private readonly known: PayeeIndex
  private readonly byLedger = new Map<string, LedgerAccount>()

  constructor(
    readonly office: IntakeOffice,
    readonly choices: IntakeChoices,
  ) {
    this.known = new PayeeIndex(office.payees)
    for (const ledger of office.ledgers) {
      this.byLedger.set(ledger.name.toLowerCase(), ledger)
      this.byLedger.set(`${ledger.code} ${ledger.name}`.toLowerCase(), ledger)
    }
    for (const ledger of office.ledgers) this.byLedger.set(ledger.code.toLowerCase(), ledger)
  }
  /** The first number from here on that no ledger account has. */
  private freeCode(from: number): string {
    let code = from
    while (this.byLedger.has(String(code))) code++
    return String(code)
  }
  /**
   * Opens a ledger account that a row names: by its number, its number and name, or its name under the next
   * free number. Undefined where its number is another account's.
   */
  makeLedger(at: number, typed: string, kind: LedgerAccount['kind']): LedgerAccount | undefined {
    const [, told, named] = /^(\d[\w.-]*)(?:\s+(.+))?$/.exec(typed) ?? []
    if (told && this.byLedger.has(told.toLowerCase())) return undefined
    const code = told ?? this.freeCode(FREE_FROM[kind])
    const name = named ?? (told ? `Account ${told}` : typed)
    const ledger: LedgerAccount = {
      ...{ id: idOf(this.office.newKey()), companyId: this.office.company.id },
      ...{ code, name, kind },
    }
    for (const key of [code, name, `${code} ${name}`, typed]) {
      const under = key.trim().toLowerCase()
      if (!this.byLedger.has(under)) this.byLedger.set(under, ledger)
    }
    this.ledgers.push(ledger)
    this.rows.ledgers.push(at)
    return ledger
  }
  payeeNamed(typed: string): Payee | undefined {
    return this.known.typed(typed)
  }
  ledgerNamed(typed: string): LedgerAccount | undefined {
    return this.byLedger.get(typed.trim().toLowerCase())
  }
  /** Writes a payee down with what follows in the file; a second row of theirs finds them. */
  makePayee(at: number, name: string, more: Partial<PayeeForm>): Payee {
    const to: PayeeForm = {
      kind: 'supplier',
      name,
      address: [],
      memo: '',
      split: this.choices.ledgerId ? [{ ledgerId: this.choices.ledgerId, weight: 1 }] : [],
      taxForm: 'none',
      ...more,
    }
    const id = idOf<'payee'>(this.office.newKey())
    this.payees.push({ id, to })
    this.rows.payees.push(at)
    const payee: Payee = { ...to, id, companyId: this.office.company.id, onHold: false }
    this.known.add(payee)
    return payee
  }
  fault(at: number, ...faults: CellFault[]): void {
    const before = this.seen.get(at)
    this.seen.set(at, { at, state: 'wrong', faults: [...(before?.faults ?? []), ...faults] })
  }
  good(at: number): void {
    if (!this.seen.has(at)) this.seen.set(at, { at, state: 'good', faults: [] })
  }
  here(at: number, why: string): void {
    this.seen.set(at, { at, state: 'here', faults: [], here: why })
  }
}

/** Rows that go with one that is wrong are wrong too. */
export function spreadFaults(making: Making): void {
  const isWrong = (at: number): boolean => making.seen.get(at)?.state === 'wrong'
  for (const rows of making.together) {
    const first = rows.find(isWrong)
    if (first === undefined) continue
    for (const at of rows)
      if (!isWrong(at)) making.fault(at, { field: '', text: `goes with row ${first + 1}, which is wrong` })
  }
}

/** The payee of a row: one that is here, or a new one where that is chosen; told at the row where there is none. */
export function payeeOfRow(
  making: Making,
  at: number,
  typed: string,
  more: Partial<PayeeForm> = {},
): Payee | undefined {
  const found = making.payeeNamed(typed)
  if (found) return found
  if (making.choices.makePayees) return making.makePayee(at, typed, more)
  making.fault(at, {
    field: 'payee',
    text: `no payee has the code or name “${typed}”: choose that new ones are written down, or mend it`,
  })
  return undefined
}

/**
 * The ledger account of a row: its own, one that is opened on the way, or undefined where it tells none. `wrong`
 * where it tells one that is neither.
 */
export function ledgerOfRow(
  making: Making,
  at: number,
  typed: string | undefined,
): Id<'ledger'> | undefined | 'wrong' {
  if (!typed) return undefined
  const { makeLedgers } = making.choices
  const found =
    making.ledgerNamed(typed) ?? (makeLedgers ? making.makeLedger(at, typed, makeLedgers) : undefined)
  if (found) return found.id
  making.fault(at, { field: 'ledger', text: `there is no ledger account “${typed}” here` })
  return 'wrong'
}
