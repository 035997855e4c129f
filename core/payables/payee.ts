import type { Id } from '../base/id'
import type { Terms } from './terms'

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

/** Somebody that one company pays. */
export interface Payee {
  readonly id: Id<'payee'>
  readonly companyId: Id<'company'>
  readonly kind: PayeeKind
  readonly name: string
  /** Where payments go. */
  readonly address: readonly string[]
  /** Default memo, often our customer number with them. */
  readonly memo: string
  /** Default ledger accounts by weight. */
  readonly split: readonly { readonly ledgerId: Id<'ledger'>; readonly weight: number }[]
  readonly onHold: boolean
  readonly holdWhy?: string
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
  readonly email?: string
  readonly terms?: Terms
  /** The account they are usually paid from. */
  readonly accountId?: Id<'account'>
  /** The payee that this one became part of: all that was theirs is there now. */
  readonly became?: Id<'payee'>
  /** How name and address stood before they last changed. */
  readonly before?: PayeeBefore
}
interface PayeeBefore {
  readonly at: string
  readonly by: string
  readonly name: string
  readonly address: readonly string[]
}

/** Payees that may be paid: those that are a part of another stay for the story only. */
export const payable = (payees: readonly Payee[]): Payee[] => payees.filter(p => !p.became)
