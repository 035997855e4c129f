import { computed, ref, shallowRef, type Ref } from 'vue'
import type { Id } from '#core/base/id'
import { controlFaultOf } from '#core/imports/controlTotals'
import type { ImportKind } from '#core/imports/fields'
import { countRows, isOfAccount, isReadable, specOf, type ImportForm } from '#core/imports/importForm'
import type { Company } from '#core/accounts/account'
import type { CheckedImport } from '~/data/imports/importDesk'
import { saveText } from '~/data/files/fileOut'
import { momentNow, operatorName } from '~/data/office/office'
import { useAct } from '../base/useAct'
import { useCellEdits } from './useCellEdits'
import { useImportChoices } from './useImportChoices'
import type { useImportFile } from './useImportFile'

const stamp = () => ({ at: momentNow(), by: operatorName() })

/** Every row of the file as it would be imported, cells that are corrected by hand, and the act. */
export function useImportCheck(
  source: ReturnType<typeof useImportFile>,
  form: Readonly<Ref<ImportForm>>,
  company: Readonly<Ref<Company | undefined>>,
  accountId: Ref<Id<'account'> | undefined>,
) {
  const choices = useImportChoices()
  const checked = shallowRef<CheckedImport>()
  const { busy, run, fault: refused, clear } = useAct()
  /** How much of what is imported is written, from 0 to 1. */
  const part = ref(0)
  /** What the last file brought, until the next one is given. */
  const imported = ref<ImportKind>()
  const ofAccount = computed(() => isOfAccount(form.value.kind))

  /** Looks at every row, as all is chosen now; undefined where the columns are not understood yet. */
  async function lookNow(): Promise<CheckedImport | undefined> {
    const of = company.value
    if (!of || !isReadable(form.value) || (ofAccount.value && !accountId.value)) return undefined
    const chosen = choices.chosen.value
    // Earlier checks come with payees alone.
    const makeLedgers = form.value.kind === 'before' ? null : chosen.makeLedgers
    const asked = {
      spec: specOf(form.value),
      choices: { ...chosen, makeLedgers, file: source.file.value },
      companyId: of.id,
      ...(ofAccount.value && accountId.value && { accountId: accountId.value }),
      stamp: stamp(),
    }
    return source.during('Checking every row', on => on.check(asked))
  }
  let newest: Promise<CheckedImport | undefined> | undefined
  /** The same; where something else was chosen meanwhile, e.g. another company, what is seen with that. */
  async function look(): Promise<CheckedImport | undefined> {
    const mine = (newest = lookNow())
    const found = await mine
    return newest === mine ? found : newest
  }
  const corrections = useCellEdits(
    checked,
    async (at, field, text) => {
      const column = form.value.matching[field]
      if (column !== undefined) await source.current()?.correct(at, column, text)
    },
    look,
  )
  async function check(): Promise<void> {
    clear()
    checked.value = await look()
    corrections.note(checked.value)
  }
  const counts = computed(() => countRows(checked.value?.rows ?? []))
  const controlFaults = computed(() =>
    Object.fromEntries(
      (checked.value?.totals ?? []).map(c => [c.field, controlFaultOf(c, form.value.control[c.field])]),
    ),
  )
  function forget(): void {
    checked.value = undefined
    choices.forget()
    corrections.forget()
    clear()
  }
  /** Saves rows that are left out, where there are any. */
  function saveRest(text = ''): void {
    if (text) saveText(text, `skipped rows of ${source.file.value.replace(/\.\w+$/, '')}.csv`, 'text/csv')
  }
  /** Imports all that is good; what is wrong is saved as a file. Gives whether it was done. */
  async function takeGood(): Promise<boolean> {
    const of = source.current()
    if (!of || !checked.value || source.doing.value) return false
    const left = counts.value.wrong ? await of.leftOut(['wrong']) : ''
    const name = source.file.value
    const { id } = checked.value
    const { control } = form.value
    part.value = 0
    const done = await run(
      key => of.take(id, specOf(form.value), { ...control }, { ...stamp(), key }, far => (part.value = far)),
      ({ summary }) => `Imported ${summary} from ${name}.`,
    )
    if (source.current() !== of && done && !done.ok) source.fault.value = `${name}: ${done.refusal.text}`
    if (done?.ok) saveRest(left)
    return done?.ok === true
  }
  const saveLeftOut = async (): Promise<void> =>
    saveRest(await source.during('Writing the file', of => of.leftOut(['wrong', 'here'])))
  return {
    ...{ choices, checked, counts, controlFaults, corrections, part, busy, refused, imported, ofAccount },
    ...{ check, forget, takeGood, saveLeftOut },
  }
}
