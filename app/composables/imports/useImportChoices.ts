import { computed, ref } from 'vue'
import type { Id } from '#core/base/id'
import type { ImportChoices } from '#core/imports/context'
import type { LedgerAccount } from '#core/ledger/entry'

/** What a person chooses for an import as a whole; creating payees is off until they ask for it. */
export function useImportChoices() {
  const makePayees = ref(false)
  const payeeFor = ref<Record<string, Id<'payee'> | 'new'>>({})
  const fillIn = ref(false)
  const replace = ref<readonly string[]>([])
  /** Days until payment for terms that are not understood, as typed; blank: such rows are wrong. */
  const termDays = ref('')
  const makeLedgers = ref<LedgerAccount['kind'] | null>(null)
  const ledgerId = ref<Id<'ledger'> | null>(null)
  const again = ref(false)
  /** The opening balance is what was left after checks of before. */
  const held = ref(true)
  /** Money out is above zero in the file. */
  const reverse = ref(false)

  const chosen = computed((): Omit<ImportChoices, 'file'> => ({
    makePayees: makePayees.value,
    payeeFor: { ...payeeFor.value },
    fillIn: fillIn.value,
    replace: [...replace.value],
    termDays: /^\d{1,3}$/.test(termDays.value.trim()) ? Number(termDays.value) : null,
    makeLedgers: makeLedgers.value,
    ledgerId: ledgerId.value,
    again: again.value,
    held: held.value,
    reverse: reverse.value,
  }))
  /** Another file: what was answered for the payees of the last one does not hold for it. */
  function forget(): void {
    makePayees.value = false
    payeeFor.value = {}
    fillIn.value = false
    replace.value = []
    termDays.value = ''
    reverse.value = false
  }
  return {
    makePayees,
    payeeFor,
    fillIn,
    replace,
    termDays,
    makeLedgers,
    ledgerId,
    again,
    held,
    reverse,
    chosen,
    forget,
  }
}
