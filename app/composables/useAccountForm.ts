import { watchDebounced } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import type { BankAccount, Company } from '#core/payables/account'
import { formOf, freshAccount, shownFacts, type AccountForm } from '#core/payables/accountForm'
import { dropDraft, keepDraft, likeForm, readDraft } from '~/data/drafts'
import { plainCopy } from '~/data/plainCopy'
import type { AccountView } from '~/data/reads'

/** Milliseconds of rest after which what is typed is kept as a draft. */
const REST = 400

/**
 * The form of an account, filled from the account that is there, or fresh; what is typed is kept as a draft of
 * that name until it is `kept` or forgotten. `isThere` tells when the accounts have been read.
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
  let baseline = ''
  /** The rows that the form began from: what somebody else changed since is not written over. */
  let began: { account: BankAccount; company: Company } | undefined

  async function begin(): Promise<void> {
    if (ready.value || (!isNew && !view.value)) return
    began = view.value && { account: view.value.account, company: view.value.company }
    if (view.value)
      form.value = structuredClone(formOf(view.value.account, view.value.company, view.value.book))
    baseline = JSON.stringify(form.value)
    const draft = await readDraft(draftName, likeForm(form.value))
    if (draft) form.value = { ...form.value, ...draft }
    restored.value = draft !== undefined
    ready.value = true
  }
  watch(
    [isThere, view],
    () => {
      if (isThere()) void begin()
    },
    { immediate: true },
  )
  watchDebounced(
    form,
    now => {
      if (!ready.value) return
      void (JSON.stringify(now) === baseline ? dropDraft(draftName) : keepDraft(draftName, now))
    },
    { deep: true, debounce: REST },
  )
  /** A form in mind no longer differs from the books: it was saved as these rows. */
  async function kept(rows: { account: BankAccount; company: Company }): Promise<void> {
    ready.value = false
    await dropDraft(draftName)
    began = rows
    restored.value = false
    baseline = JSON.stringify(form.value)
    ready.value = !isNew
  }
  async function forget(): Promise<void> {
    ready.value = false
    await dropDraft(draftName)
    form.value = freshAccount()
    await begin()
  }
  /** The facts as they would print, as far as they go: for the picture beside the form. */
  const shown = computed(() => shownFacts(plainCopy(form.value)))
  return { form, shown, restored, began: () => began, kept, forget }
}
