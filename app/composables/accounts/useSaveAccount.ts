import { ref, type Ref } from 'vue'
import { idOf } from '#core/base/id'
import { ledgersToOpen } from '#core/ledger/startingChart'
import type { BankAccount, Company } from '#core/accounts/account'
import { heldOf, type AccountForm } from '#core/accounts/accountForm'
import { readAccountForm, type FormFaults, type FormKeys, type ToOpen } from '#core/accounts/readAccountForm'
import type { DraftSeen } from '~/data/drafts/drafts'
import { plainCopy } from '~/data/store/plainCopy'
import { focusSoon } from '../base/focusNext'
import { useAct } from '../base/useAct'

/** The form's field of what an act refused. */
const fieldOf: Readonly<Record<string, string>> = {
  start: 'first',
  end: 'last',
  account: 'account',
  opening: 'opening',
}
const FIRST_FAULT = '.form [aria-invalid="true"], .form .v-input--error input, .form .v-input--error textarea'

/** Rows that a form began from, or undefined for an account that is not open yet. */
type Began = { readonly account: BankAccount; readonly company: Company } | undefined
/** What saving depends on. `numbered`: the stock chosen carries the stationer’s numbers. */
export interface SavedWith {
  readonly began: () => Began
  readonly companies: () => readonly { readonly id: Company['id'] }[]
  readonly numbered: () => boolean
  /** The draft as it stands in all tabs. */
  readonly seen: () => Promise<DraftSeen>
}

/** Opens an account or saves one; faults stand at their fields. `save` gives what was kept, or nothing. */
export function useSaveAccount(form: Readonly<Ref<AccountForm>>, of: SavedWith) {
  const { began, companies, numbered, seen } = of
  const { busy, act } = useAct()
  const faults = ref<FormFaults>({})
  // A new account keeps its keys from when the form was opened: two presses open one account.
  const account = idOf<'account'>(crypto.randomUUID())
  const fresh: FormKeys = {
    account,
    company: idOf(crypto.randomUUID()),
    book: idOf(crypto.randomUUID()),
    cash: idOf(`${account}-cash`),
  }
  function keysOf(now: Began): FormKeys {
    const company = form.value.companyId ? idOf<'company'>(form.value.companyId) : fresh.company
    return now
      ? { ...fresh, company, account: now.account.id, cash: now.account.cashLedgerId }
      : { ...fresh, company }
  }
  function open(made: ToOpen) {
    const isNewCompany = !companies().some(c => c.id === made.company.id)
    const kind = numbered() ? ('stationer’s stock' as const) : ('printed by us' as const)
    const ledgers = ledgersToOpen(made.account, made.company.id, isNewCompany)
    return act('addAccount', { ...made, book: { ...made.book, kind }, ...ledgers }, '', seen)
  }
  async function save(): Promise<ToOpen | undefined> {
    if (busy.value) return undefined
    const from = began()
    const read = readAccountForm(plainCopy(form.value), keysOf(from), from === undefined)
    faults.value = read.faults
    const { made } = read
    if (!made) {
      focusSoon(FIRST_FAULT)
      return undefined
    }
    const change = from && {
      from: heldOf(from.account, from.company),
      to: heldOf(made.account, made.company),
    }
    const done = await (change ? act('saveAccount', change, '', seen) : open(made))
    if (done && !done.ok) faults.value = { [fieldOf[done.refusal.field ?? ''] ?? 'all']: done.refusal.text }
    return done?.ok ? made : undefined
  }
  /** Says what is wrong at one field, '' for nothing, and leaves the others. */
  const tell = (field: string, text: string): void => {
    faults.value = { ...faults.value, [field]: text }
  }
  return { busy, faults, save, tell }
}
