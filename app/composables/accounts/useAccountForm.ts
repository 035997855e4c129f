import { computed, ref, watch, type Ref } from 'vue'
import type { BankAccount, Company } from '#core/accounts/account'
import { formOf, freshAccount, shownFacts, type AccountForm } from '#core/accounts/accountForm'
import { plainCopy } from '~/data/store/plainCopy'
import type { AccountView } from '~/data/accounts/accountReads'
import { useFormDraft } from '../base/useFormDraft'

/**
 * The form of an account, filled from the account that is there, or fresh; what is typed is a draft of that
 * name that all tabs share, until it is `kept` or forgotten. `isThere` tells when the accounts have been read.
 */
export function useAccountForm(
  draftName: string,
  isNew: boolean,
  view: Readonly<Ref<AccountView | undefined>>,
  isThere: () => boolean,
) {
  const form = ref<AccountForm>(freshAccount())
  const ready = ref(false)
  const restored = ref(false)
  /** The form as it is in the books: only what differs from it is kept as a draft. */
  let baseline = freshAccount()
  const isAsKept = (now: AccountForm): boolean => JSON.stringify(now) === JSON.stringify(baseline)
  /** The rows that the form began from: what somebody else changed since is not written over. */
  let began: { account: BankAccount; company: Company } | undefined
  // Before the form is filled there is no draft of it: it goes under a name that nothing is kept of.
  const draft = useFormDraft(
    () => (ready.value ? draftName : `${draftName}, not filled`),
    form,
    now => !ready.value || isAsKept(now),
    () => plainCopy(baseline),
  )

  function fill({ account, company, book }: AccountView): void {
    if (began?.account === account && began.company === company) return
    began = { account, company }
    form.value = structuredClone(formOf(account, company, book))
    baseline = plainCopy(form.value)
  }
  async function begin(): Promise<void> {
    if (!isThere() || (!isNew && !view.value)) return
    // Nothing is typed over what is in the books: it follows what is saved elsewhere.
    if (view.value && (!ready.value || isAsKept(form.value))) fill(view.value)
    if (ready.value) return
    ready.value = true
    await draft.seen()
    restored.value = !isAsKept(form.value)
  }
  watch([isThere, view, () => isAsKept(form.value)], () => void begin(), { immediate: true })
  /** A form in mind no longer differs from the books: it was saved as these rows. */
  async function kept(rows: { account: BankAccount; company: Company }): Promise<void> {
    began = rows
    restored.value = false
    baseline = plainCopy(form.value)
    await draft.forget()
  }
  async function forget(): Promise<void> {
    await draft.forget()
    form.value = plainCopy(baseline)
    restored.value = false
  }
  /** The facts as they would print, as far as they go: for the picture beside the form. */
  const shown = computed(() => shownFacts(plainCopy(form.value)))
  return { form, shown, restored, began: () => began, kept, forget, seen: draft.seen }
}
