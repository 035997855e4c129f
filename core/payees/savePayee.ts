import { undone } from '../trail/changeText'
import type { Id } from '../base/id'
import { merged } from '../base/merge'
import { good, refuse, type Result } from '../base/result'
import type { LedgerAccount } from '../ledger/entry'
import type { Decision, Stamp } from '../trail/trail'
import { payeeAccountNumber, payeeBankCode } from './payeeBank'
import { isLive, payeeDetails, type OtherAddress, type Payee, type PayeeForm } from './payee'
import { alikeIn, beforeOf } from './sharePayee'
import { addressLines, payeeName, printable, sameName } from '../faces/texts'

/** Most letters of a payee's code, and other addresses that one may have. */
const MOST_CODE = 12
const MOST_ADDRESSES = 10

/** What must be known before a payee is saved: those that it could be confused with. */
export interface PayeeKnown {
  readonly payee: Payee | undefined
  /** All payees of the company. */
  readonly others: readonly Payee[]
  readonly ledgers: readonly LedgerAccount[]
  /** The ledger account of what the company owes on bills: no payee is paid through it besides. */
  readonly payables?: Id<'ledger'> | undefined
  /** All payees of the companies that share this one. */
  readonly elsewhere?: readonly Payee[]
}
/** A payee as it is saved. */
export interface KeepingPayee {
  readonly id: Id<'payee'>
  readonly companyId: Id<'company'>
  /** What the form began from; undefined: the payee is new. */
  readonly from?: PayeeForm
  readonly to: PayeeForm
}

const at = (field: string) => ({ field })

function readCode(code: string | undefined): Result<string> {
  const text = printable(code ?? '', 'code', MOST_CODE)
  return text.ok && /\s/.test(text.value)
    ? refuse('code-pattern', 'A code must be one word', { field: 'code', value: text.value })
    : text
}
function readOthers(others: readonly OtherAddress[] | undefined): Result<OtherAddress[]> {
  const read: OtherAddress[] = []
  if ((others?.length ?? 0) > MOST_ADDRESSES)
    return refuse('addresses', `Add at most ${MOST_ADDRESSES} more addresses`, at('others'))
  for (const other of others ?? []) {
    const [name, lines] = [printable(other.name, 'others'), addressLines(other.lines, 'others')]
    if (!name.ok) return name
    if (!lines.ok) return lines
    if (!name.value) return refuse('address-name', 'Enter a name for this address', at('others'))
    if (lines.value.length) read.push({ name: name.value, lines: lines.value })
  }
  return good(read)
}

/** A payee's details as they may be kept. */
function readPayee(to: PayeeForm): Result<PayeeForm> {
  const name = payeeName(to.name, 'name')
  if (!name.ok) return name
  const address = addressLines(to.address)
  if (!address.ok) return address
  const code = readCode(to.code)
  if (!code.ok) return code
  const others = readOthers(to.others)
  if (!others.ok) return others
  const [memo, withThem] = [
    printable(to.memo, 'memo'),
    printable(to.accountWithPayee ?? '', 'accountWithPayee', 40),
  ]
  if (!memo.ok) return memo
  if (!withThem.ok) return withThem
  if (to.email && !/^[^\s@]+@[^\s@]+$/.test(to.email))
    return refuse('email-pattern', `“${to.email}” is not an e-mail address`, {
      field: 'email',
      value: to.email,
    })
  if (to.mails && !to.email)
    return refuse('email-blank', 'Enter the e-mail address that remittance advices go to', {
      field: 'email',
    })
  if (to.split.some(s => !Number.isInteger(s.weight) || s.weight <= 0))
    return refuse('split-weight', 'Shares must be whole numbers above zero', at('split'))
  const [bankCode, bankAccount] = [payeeBankCode(to.bankCode ?? ''), payeeAccountNumber(to.bankAccount ?? '')]
  if (!bankCode.ok) return bankCode
  if (!bankAccount.ok) return bankAccount
  const { code: _, others: __, accountWithPayee: ___, email: ____, ...withBank } = to
  const { bankCode: _____, bankAccount: ______, ...rest } = withBank
  return good({
    ...rest,
    name: name.value,
    address: address.value,
    memo: memo.value,
    ...(code.value && { code: code.value }),
    ...(others.value.length && { others: others.value }),
    ...(withThem.value && { accountWithPayee: withThem.value }),
    ...(to.email && { email: to.email }),
    ...(bankCode.value && { bankCode: bankCode.value }),
    ...(bankAccount.value && { bankAccount: bankAccount.value }),
  })
}

/** Refuses a code or a name that another payee of the company has, and ledger accounts of another company. */
function standsApart(known: PayeeKnown, act: KeepingPayee, to: PayeeForm): Result<true> {
  const others = known.others.filter(p => p.id !== act.id && isLive(p))
  const coded = to.code && others.find(p => p.code?.toLowerCase() === to.code?.toLowerCase())
  if (coded)
    return refuse('code-taken', `${coded.name} already has this code`, {
      field: 'code',
      value: to.code as string,
    })
  const named = others.find(p => sameName(p.name, to.name))
  if (named)
    return refuse('payee-known', `There is already a payee named ${named.name}`, {
      field: 'name',
      value: to.name,
    })
  if (known.payables && to.split.some(s => s.ledgerId === known.payables))
    return refuse(
      'ledger-payables',
      'Accounts payable can only change through bills. Choose another ledger account for this payee.',
      at('split'),
    )
  return to.split.every(s => known.ledgers.find(l => l.id === s.ledgerId)?.companyId === act.companyId)
    ? good(true)
    : refuse('ledger-elsewhere', 'This ledger account does not belong to this company', at('split'))
}

/** What the form of a payee holds of them. */
export const formOf = ({
  id: _,
  companyId: __,
  became: ___,
  removed: _________,
  before: ____,
  onHold: _____,
  holdWhy: ______,
  was: _______,
  shared: ________,
  ...form
}: Payee): PayeeForm => form

/** What stays of a payee where a form is kept: all that no form holds. */
function keptAs(payee: Payee | undefined, act: KeepingPayee, to: PayeeForm, stamp: Stamp): Payee {
  const before = payee && beforeOf(payee, to, stamp)
  return {
    ...to,
    id: act.id,
    companyId: act.companyId,
    onHold: payee?.onHold ?? false,
    ...(payee?.holdWhy && { holdWhy: payee.holdWhy }),
    ...(before && { before }),
    ...(payee?.shared && { shared: payee.shared }),
    ...(payee && { was: formOf(payee) }),
  }
}
/** The same payee at the other companies that share them, as they are told now. */
function keptElsewhere(known: PayeeKnown, kept: Payee, stamp: Stamp): Result<Payee[]> {
  if (!kept.shared) return good([])
  const elsewhere = known.elsewhere ?? []
  const linked = elsewhere.filter(p => p.shared === kept.shared && p.id !== kept.id && isLive(p))
  for (const { companyId, id } of linked) {
    const named = elsewhere.find(
      p => p.companyId === companyId && p.id !== id && isLive(p) && sameName(p.name, kept.name),
    )
    if (named)
      return refuse(
        'payee-known',
        `Another company that shares this payee already has a payee named ${named.name}`,
        {
          field: 'name',
          value: kept.name,
        },
      )
  }
  return good(linked.map(p => alikeIn(p, kept, stamp)))
}

/**
 * Writes a payee down, or changes one: only what differs between what the form began from and what it holds.
 * How name and address stood before stays with the payee, since the next check says that they changed.
 */
export function savePayee(known: PayeeKnown, act: KeepingPayee, stamp: Stamp): Decision<{ payees: Payee[] }> {
  const { payee } = known
  if (payee && payee.companyId !== act.companyId)
    return refuse('payee-elsewhere', 'This payee belongs to another company', at('name'))
  if (payee?.became) return refuse('payee-merged', 'This payee was merged into another', at('name'))
  if (payee?.removed)
    return refuse('payee-removed', 'This payee was removed when its import was undone', at('name'))
  if (payee && !act.from) return refuse('payee-known', 'This payee already exists', at('name'))
  if (!payee && act.from) return refuse('payee-gone', 'This payee no longer exists', at('name'))
  const agreed =
    payee && act.from
      ? merged<PayeeForm>(formOf(payee), act.from, act.to)
      : { value: act.to, changed: ['name' as const], conflicts: [] }
  if (agreed.conflicts.length)
    return refuse(
      'changed-meanwhile',
      `Someone else changed ${agreed.conflicts.map(key => payeeDetails[key]).join(', ')} since you opened this form. Open it again to see the changes`,
      at(String(agreed.conflicts[0])),
    )
  if (!agreed.changed.length) return refuse('nothing-changed', 'Nothing was changed', at('name'))
  const to = readPayee(agreed.value)
  if (!to.ok) return to
  const apart = standsApart(known, act, to.value)
  if (!apart.ok) return apart
  const kept = keptAs(payee, act, to.value, stamp)
  const others = keptElsewhere(known, kept, stamp)
  if (!others.ok) return others
  return good({
    changes: { payees: [kept, ...others.value] },
    trail: {
      act: payee ? 'Payee changed' : 'Payee added',
      text: payee
        ? `Changed payee ${payee.name}: ${agreed.changed.map(key => payeeDetails[key]).join(', ')}${payee.name === kept.name ? '' : `, now ${kept.name}`}${others.value.length ? `, at ${others.value.length + 1} companies` : ''}.`
        : `Added payee ${kept.name}.`,
      about: { payee: act.id },
    },
  })
}

/** Takes the last change of a payee back; refused as a change is. */
export function undoPayeeChange(known: PayeeKnown, stamp: Stamp): Decision<{ payees: Payee[] }> {
  const { payee } = known
  if (!payee?.was) return refuse('nothing-changed', 'There is no change to undo', at('name'))
  const act = { id: payee.id, companyId: payee.companyId, from: formOf(payee), to: payee.was }
  const back = savePayee(known, act, stamp)
  if (!back.ok) return back
  const [{ was: _, ...as }, ...others] = back.value.changes.payees as [Payee, ...Payee[]]
  return good({
    changes: { payees: [as, ...others] },
    trail: { ...back.value.trail, act: 'Payee change undone', text: undone(back.value.trail.text) },
  })
}

/** Puts a payee on hold with a reason, or lets them go: one on hold enters no run. */
export function holdPayee(payee: Payee, act: { readonly why: string | null }): Decision<{ payees: Payee[] }> {
  const { holdWhy: before, ...bare } = payee
  const why = act.why?.trim()
  if (act.why !== null && !why) return refuse('why-blank', 'Give a reason for the hold', at('why'))
  if (!why && !payee.onHold) return refuse('nothing-changed', `${payee.name} is not on hold`, at('why'))
  return good({
    changes: { payees: [why ? { ...bare, onHold: true, holdWhy: why } : { ...bare, onHold: false }] },
    trail: {
      act: why ? 'Payee put on hold' : 'Payee released',
      text: why
        ? `Put ${payee.name} on hold: ${why}.`
        : `Released ${payee.name}${before ? ` (was on hold: ${before})` : ''}.`,
      about: { payee: payee.id },
    },
  })
}
