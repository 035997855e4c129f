import type { Id } from '../base/id'
import type { Language } from '../money/locale'
import type { Terms } from './terms'

/** What somebody is to the office: it decides what a draw offers and where the money is booked. */
export const payeeKinds = [
  'supplier',
  'customer',
  'employee',
  'owner',
  'bank',
  'ourselves',
  'one-time',
] as const
export type PayeeKind = (typeof payeeKinds)[number]

/** An address of a payee besides the one that payments go to. */
export interface OtherAddress {
  readonly name: string
  readonly lines: readonly string[]
}

/** How a payee is usually paid: by a check, by an advice of a deposit, or by other means without paper. */
export const usualWays = ['check', 'advice', 'otherwise'] as const
export type UsualWay = (typeof usualWays)[number]

/** What is told of a payee. */
export interface PayeeForm {
  readonly kind: PayeeKind
  readonly name: string
  /** Where payments go. */
  readonly address: readonly string[]
  /** Default memo, often our customer number with them. */
  readonly memo: string
  /** Default ledger accounts by weight. */
  readonly split: readonly { readonly ledgerId: Id<'ledger'>; readonly weight: number }[]
  readonly taxForm: '1099' | 'none'
  /** Box of the 1099 form, as the form counts them. */
  readonly taxBox?: string
  /** Masked on screen until it is asked for. */
  readonly taxId?: string
  /** Our account number with them, printed after the name where the layout wants it. */
  readonly accountWithPayee?: string
  /** Typed anywhere, it finds the payee. */
  readonly code?: string
  readonly others?: readonly OtherAddress[]
  /** Where transfers to them go: the code of their bank, and their account there. Masked on screen. */
  readonly bankCode?: string
  readonly bankAccount?: string
  readonly email?: string
  /** A remittance advice goes to them by e-mail with each payment. */
  readonly mails?: true
  readonly terms?: Terms
  /** The account they are usually paid from. */
  readonly accountId?: Id<'account'>
  /** Not told: by a check. */
  readonly way?: UsualWay
  /** Their checks are in this language; not told: in that of the layout. */
  readonly language?: Language
}

/** What each detail of a payee is called. */
export const payeeDetails: Readonly<Record<keyof PayeeForm, string>> = {
  ...{ kind: 'kind', name: 'name', address: 'address', others: 'other addresses', memo: 'memo' },
  ...{ split: 'ledger accounts', taxForm: '1099', taxBox: '1099 box', taxId: 'tax number', code: 'code' },
  ...{ accountWithPayee: 'our account number with them', email: 'e-mail', mails: 'advices by e-mail' },
  ...{ bankCode: 'bank code', bankAccount: 'bank account number', terms: 'terms' },
  ...{ accountId: 'bank account', way: 'payment method', language: 'check language' },
}

/** Somebody that one company pays. */
export interface Payee extends PayeeForm {
  readonly id: Id<'payee'>
  readonly companyId: Id<'company'>
  readonly onHold: boolean
  readonly holdWhy?: string
  /** The payee that this one became part of: all that was theirs is there now. */
  readonly became?: Id<'payee'>
  /** When the import that brought them was taken back: they stay for its cancelled bills and are offered nowhere. */
  readonly removed?: string
  /** How name and address stood before they last changed. */
  readonly before?: PayeeBefore
  /** What was told of them before it was last changed. */
  readonly was?: PayeeForm
  /** The same key stands at the payees of other companies that are the same person or firm. */
  readonly shared?: string
}
interface PayeeBefore {
  readonly at: string
  readonly by: string
  readonly name: string
  readonly address: readonly string[]
}

/** An address of a payee by its name; the one that payments go to where none of that name is there. */
export const addressOf = (payee: Pick<Payee, 'address' | 'others'>, name = ''): readonly string[] =>
  payee.others?.find(other => other.name === name)?.lines ?? payee.address

/** Whether a payee is one of the office's own: not a part of another, nor taken back with an import. */
export const isLive = (payee: Payee): boolean => !payee.became && !payee.removed
/** Payees that may be paid: the others stay for the history only. */
export const payable = (payees: readonly Payee[]): Payee[] => payees.filter(isLive)
