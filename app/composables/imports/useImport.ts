import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import type { Id } from '#core/base/id'
import type { MatchingFile } from '#core/exchange/matchingFile'
import { fieldsOf } from '#core/imports/fields'
import {
  blankImportForm,
  columnsOf,
  missingFields,
  onImportEvent,
  type ImportEvent,
  type ImportForm,
} from '#core/imports/importForm'
import type { Company } from '#core/accounts/account'
import type { ImportPlan } from '~/data/imports/importDesk'
import { localToday } from '~/stores/office'
import { useImportCheck } from './useImportCheck'
import { useImportFile } from './useImportFile'
import { useSavedMapping } from './useSavedMapping'

/** A file to import: what it holds, how it is understood, what would come of every row, and the act. */
export function useImport(
  company: Readonly<Ref<Company | undefined>>,
  accountId: Ref<Id<'account'> | undefined>,
) {
  const form = ref<ImportForm>(blankImportForm('bills'))
  const happened = (event: ImportEvent): void => {
    form.value = onImportEvent(form.value, event)
  }
  const source = useImportFile()
  const rows = useImportCheck(source, form, company, accountId)
  const mapping = useSavedMapping()
  const plan = shallowRef<ImportPlan>()

  /** Puts the file away, and what was decided about it. */
  function leave(): void {
    source.close()
    plan.value = undefined
    mapping.wrong.value = ''
    rows.imported.value = undefined
    rows.forget()
    happened({ kind: 'file' })
  }
  async function give(given: File): Promise<void> {
    leave()
    if (await source.open(given)) await understand()
  }
  /** Guesses what the columns are, and gives whether it could. */
  async function lookAtColumns(headerRow?: number): Promise<boolean> {
    rows.checked.value = undefined
    const found = await source.during('Checking columns', of =>
      of.plan(form.value.kind, headerRow, accountId.value),
    )
    if (!found) return false
    plan.value = found
    happened({ kind: 'columns', headerRow: found.headerRow, matching: found.matching })
    return true
  }
  /** Looks at how dates and amounts are written, and then at every row. */
  async function lookAtWriting(saved?: Pick<MatchingFile, 'days' | 'cents'>): Promise<void> {
    const written = await source.during('Checking dates and amounts', of =>
      of.written(columnsOf(form.value), localToday()),
    )
    if (!written) return
    happened({ kind: 'written', written, ...(saved && { saved }) })
    await rows.check()
  }
  async function understand(headerRow?: number): Promise<void> {
    if (await lookAtColumns(headerRow)) await lookAtWriting()
  }
  async function goToSheet(at: number, hiddenToo = false): Promise<void> {
    if (!(await source.openSheet(at, hiddenToo))) return
    rows.corrections.forget()
    await understand()
  }
  /** Maps the columns as a saved mapping does; what it names and this table lacks is shown. */
  async function matchFrom(given: File): Promise<void> {
    const of = await mapping.readMapping(given, form.value)
    const found = of && (await source.during('Checking columns', on => on.apply(of)))
    if (!found) return
    if (found.headerRow !== plan.value?.headerRow && !(await lookAtColumns(found.headerRow))) return
    happened({ kind: 'columns', headerRow: found.headerRow, matching: found.matching })
    if (found.lacking.length)
      mapping.wrong.value = `${of.name} uses columns that are not in this file: ${found.lacking.join(', ')}.`
    await lookAtWriting(of)
  }
  function match(field: string, column: number | undefined): Promise<void> {
    happened({ kind: 'match', field, column })
    return lookAtWriting()
  }
  function answer(of: (ImportEvent & { kind: 'answer' })['answer']): Promise<void> {
    happened({ kind: 'answer', answer: of })
    if (of.kind === undefined) return rows.check()
    return plan.value ? understand() : Promise.resolve()
  }
  watch([() => company.value?.id, accountId], ([, account], [, before]) => {
    // Which columns a statement has is remembered for each bank account.
    const isOther = form.value.kind === 'statement' && plan.value && account !== before
    void (isOther ? understand(plan.value!.headerRow) : rows.check())
  })
  watch(company, (now, before) => {
    if (before && now?.id !== before.id) rows.choices.ledgerId.value = null
  })
  watch(rows.choices.chosen, () => void rows.check(), { deep: true })

  async function take(): Promise<boolean> {
    if (!(await rows.takeGood())) return false
    leave()
    rows.imported.value = form.value.kind
    return true
  }
  return {
    ...{ form, plan, mappingFault: mapping.wrong },
    fields: computed(() => fieldsOf(form.value.kind)),
    missing: computed(() => missingFields(form.value)),
    ...source,
    ...rows,
    ...{ give, leave, understand, goToSheet, match, matchFrom, answer, take },
    typeControl: (field: string, text: string): void => happened({ kind: 'control', field, text }),
    saveMapping: (name: string): void => mapping.saveMapping(name, form.value, plan.value?.titles ?? []),
  }
}
