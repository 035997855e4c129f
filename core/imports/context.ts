import { sentence } from '../base/sentence'
import type { PlainDate } from '../base/dates'
import { idOf, type Id } from '../base/id'
import type { BankLine, IncomingLine } from '../bank/bankLine'
import type { NumberRow } from '../numbers/book'
import type { LedgerAccount } from '../ledger/entry'
import type { Company } from '../accounts/account'
import type { Bill } from '../bills/bill'
import type { Draw } from '../payments/draw'
import type { Entering } from '../bills/enterBill'
import { nearlyNamed } from '../payees/findPayee'
import type { Payee, PayeeForm } from '../payees/payee'
import { PayeeIndex } from '../payees/payeeIndex'
import type { Payment } from '../payments/payment'
import type { PayeeChange } from './importRows'
import { nameKey } from '../faces/texts'
import type { BeforeKind, EarlierCheck, EarlierFate } from './importEarlierChecks'
import type { CellFault } from './readRows'

/** What the rows of a file are held against. */
export interface ImportOffice {
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
  /** The open statement of the account, where bank lines come in: its first day, and the lines on those days. */
  readonly statement?: { readonly from: PlainDate; readonly known: readonly BankLine[] } | undefined
  /** A key that nothing has yet. */
  newKey(): string
}
/** What is chosen for a file as a whole. */
export interface ImportChoices {
  /** Payees that the office does not know are created; those with a near name only where `payeeFor` says so. */
  readonly makePayees: boolean
  /** Who is meant by a name that the office does not know, by its key: one that is here, or a new one. */
  readonly payeeFor: Readonly<Record<string, Id<'payee'> | 'new'>>
  /** Payees that are here get the details that they lack and the file has. */
  readonly fillIn: boolean
  /** Days until payment for terms that are not understood, whose words are kept; null: they are faults. */
  readonly termDays: number | null
  /** Details of payees that are here and that the file replaces where they differ. */
  readonly replace: readonly string[]
  /** The ledger account where neither the row nor the payee tells one. */
  readonly ledgerId: Id<'ledger'> | null
  /** Ledger accounts that are not here are opened on the way, as this kind; null: they are wrong. */
  readonly makeLedgers: LedgerAccount['kind'] | null
  /** What is here already is taken in once more. */
  readonly again: boolean
  /** The opening balance is what was left after checks of before. */
  readonly held: boolean
  /** Money out is above zero in this file. */
  readonly reverse: boolean
  readonly file: string
}

/** A name in the file that the office does not know, the rows that have it, and payees with a near name. */
export interface UnknownPayee {
  readonly key: string
  readonly name: string
  readonly rows: number[]
  readonly near: readonly Payee[]
}
/** A detail of a payee that the file has and the office lacks, or has otherwise. */
export interface PayeeDetail {
  readonly field: string
  readonly title: string
  readonly now: string
  readonly file: string
}
/** What a file adds to a payee that is here, and what it has otherwise. */
export interface PayeeDetails {
  readonly added: readonly PayeeDetail[]
  readonly differing: readonly PayeeDetail[]
}

/** A row as it stands before the act. */
export interface ImportSeen {
  readonly at: number
  readonly state: 'good' | 'here' | 'wrong'
  readonly faults: readonly CellFault[]
  /** Why it is left out, where it is here already. */
  readonly here?: string
  /** The payee that this row creates or is about, where the office does not know them yet. */
  readonly newPayee?: string
  readonly details?: PayeeDetails
}

/** Where numbers are looked for that nobody told, by kind. */
const FREE_FROM: Readonly<Record<LedgerAccount['kind'], number>> = {
  asset: 1900,
  liability: 2900,
  equity: 3900,
  income: 4900,
  expense: 6900,
}

/** Finds payees whose names are near to one, without comparing it with all of them. */
class NearNames {
  private readonly byBeginning = new Map<string, Payee[]>()
  constructor(payees: readonly Payee[]) {
    for (const payee of payees)
      for (const beginning of this.beginnings(payee.name))
        this.byBeginning.set(beginning, [...(this.byBeginning.get(beginning) ?? []), payee])
  }
  private beginnings = (name: string): Set<string> =>
    new Set(
      nameKey(name)
        .split(/[^\p{L}\p{N}]+/u)
        .filter(word => word.length >= 3)
        .map(word => word.slice(0, 3)),
    )
  of(name: string): Payee[] {
    const candidates = new Set([...this.beginnings(name)].flatMap(b => this.byBeginning.get(b) ?? []))
    return nearlyNamed([...candidates], name, '')
  }
}

/** What has been made of the rows so far, and which row each thing came from. */
export class Making {
  readonly ledgers: LedgerAccount[] = []
  readonly payees: { id: Id<'payee'>; to: PayeeForm }[] = []
  readonly bills: Entering[] = []
  readonly draws: Draw[] = []
  readonly checks: EarlierCheck[] = []
  readonly fates: EarlierFate[] = []
  readonly lines: IncomingLine[] = []
  readonly rows: Record<BeforeKind | 'lines', number[]> = {
    ...{ ledgers: [], payees: [], bills: [], draws: [], changes: [] },
    ...{ checks: [], fates: [], lines: [] },
  }
  readonly changes: PayeeChange[] = []
  readonly unknown = new Map<string, UnknownPayee>()
  readonly details = new Map<number, PayeeDetails>()
  /** By row, the payee that is not here yet. */
  readonly newPayees = new Map<number, string>()
  private readonly byNew = new Set<Id<'payee'>>()
  private readonly near: NearNames
  readonly seen = new Map<number, ImportSeen>()
  /** Rows that tell one thing together: where one is wrong, all are left out. */
  readonly together: (readonly number[])[] = []
  private readonly known: PayeeIndex
  private readonly byLedger = new Map<string, LedgerAccount>()

  constructor(
    readonly office: ImportOffice,
    readonly choices: ImportChoices,
  ) {
    this.known = new PayeeIndex(office.payees)
    this.near = new NearNames(office.payees)
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
    const [, given, named] = /^(\d[\w.-]*)(?:\s+(.+))?$/.exec(typed) ?? []
    if (given && this.byLedger.has(given.toLowerCase())) return undefined
    const code = given ?? this.freeCode(FREE_FROM[kind])
    const name = named ?? (given ? `Account ${given}` : typed)
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
  /** Notes that a row names somebody whom the office does not know. */
  unknownPayee(at: number, name: string): UnknownPayee {
    const key = nameKey(name)
    const unknown = this.unknown.get(key) ?? { key, name, rows: [], near: this.near.of(name) }
    unknown.rows.push(at)
    this.unknown.set(key, unknown)
    return unknown
  }
  /** Whether a payee comes with this file. */
  isNew = (payee: Payee): boolean => this.byNew.has(payee.id)
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
    this.byNew.add(id)
    this.newPayees.set(at, name)
    return payee
  }
  fault(at: number, ...faults: CellFault[]): void {
    const before = this.seen.get(at)
    const given = faults.map(f => ({ ...f, text: sentence(f.text) }))
    this.seen.set(at, { at, state: 'wrong', faults: [...(before?.faults ?? []), ...given] })
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
      if (!isWrong(at))
        making.fault(at, { field: '', text: `belongs to row ${first + 1}, which has an error` })
  }
}

/** Who is meant by a name that no payee has, where that was chosen; 'ask' where it was not. */
function chosenPayee(making: Making, { key, near }: UnknownPayee): Payee | 'new' | 'ask' {
  const { payeeFor, makePayees } = making.choices
  const chosen = payeeFor[key]
  if (chosen === 'new' || (makePayees && !near.length)) return 'new'
  return near.find(p => p.id === chosen) ?? 'ask'
}
/** The payee of a row: one that is here, or a new one where that was chosen; else it is a fault of the row. */
export function payeeOfRow(
  making: Making,
  at: number,
  typed: string,
  more: Partial<PayeeForm> = {},
): Payee | undefined {
  const found = making.payeeNamed(typed)
  if (found && !making.isNew(found)) return found
  const unknown = making.unknownPayee(at, typed)
  if (found) {
    making.newPayees.set(at, found.name)
    return found
  }
  const chosen = chosenPayee(making, unknown)
  if (chosen === 'new') return making.makePayee(at, typed, more)
  if (chosen !== 'ask') return chosen
  const [near] = unknown.near
  const how = near
    ? `It is similar to “${near.name}”. Choose the payee above.`
    : 'Choose to create new payees above, or correct the name.'
  making.fault(at, { field: 'payee', text: `No payee has the code or name “${typed}”. ${how}` })
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
  making.fault(at, { field: 'ledger', text: `There is no ledger account “${typed}”` })
  return 'wrong'
}
