import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import type { Id } from '#core/base/id'
import { faultLine, readJson } from '#core/exchange/fault'
import { matchingFileSchema, type MatchingFile } from '#core/exchange/matchingFile'
import { fieldsOf, importKinds, type ImportKind, type Matching } from '#core/imports/fields'
import { matchingFile } from '#core/imports/savedMapping'
import { controlFaultOf, type ControlTotals } from '#core/imports/controlTotals'
import { unmatched, type ImportSpec, type MarkExample } from '#core/imports/readRows'
import type { DayOrder, DecimalMark } from '#core/imports/parseCell'
import type { SheetName } from '#core/exchange/workbook'
import type { Company } from '#core/accounts/account'
import { ImportDesk, type CheckedImport, type ImportPlan } from '~/data/imports/importDesk'
import { momentNow, operatorName } from '~/data/office/office'
import { saveText } from '~/data/files/fileOut'
import { localToday } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useImportChoices } from './useImportChoices'
import { useCellEdits } from './useCellEdits'

/** A file being taken in: what it holds, how it is understood, what would come of every row, and the act. */
export function useImport(
  company: Readonly<Ref<Company | undefined>>,
  accountId: Ref<Id<'account'> | undefined>,
) {
  const kind = ref<ImportKind>('bills')
  const file = ref('')
  const encoding = ref('')
  const sheets = ref<readonly SheetName[]>([])
  const sheet = ref(0)
  /** Rows of the sheet that are hidden, and whether they are read too. */
  const hiddenRows = ref(0)
  const withHidden = ref(false)
  const plan = shallowRef<ImportPlan>()
  const matching = ref<Record<string, number>>({})
  const order = ref<DayOrder>()
  const mark = ref<DecimalMark>()
  /** Rows of the file that show what the decimal mark decides. */
  const examples = ref<readonly MarkExample[]>([])
  /** Amounts with more decimals than money are rounded to the cent. */
  const round = ref(false)
  /** What each amount column should add up to, as typed. */
  const control = ref<ControlTotals>({})
  const choices = useImportChoices()
  const checked = shallowRef<CheckedImport>()
  const doing = ref('')
  /** How much of what is taken in is written, from 0 to 1. */
  const part = ref(0)
  const fault = ref('')
  /** What is wrong with a matching that came from a file. */
  const matchingFault = ref('')
  const { busy, run, fault: refused, clear } = useAct()
  let desk: ImportDesk | undefined
  onScopeDispose(() => desk?.end())
  const stamp = () => ({ at: momentNow(), by: operatorName() })

  async function during<T>(what: string, work: (of: ImportDesk) => Promise<T>): Promise<T | undefined> {
    const of = desk
    if (!of) return undefined
    doing.value = what
    try {
      const done = await work(of)
      return desk === of ? done : undefined
    } catch (error) {
      if (desk === of) fault.value = `The file could not be read: ${(error as Error).message}`
      return undefined
    } finally {
      if (desk === of) doing.value = ''
    }
  }
  /** What the last file brought, until the next one is given. */
  const imported = ref<ImportKind>()
  function leave(): void {
    imported.value = undefined
    desk?.end()
    desk = undefined
    doing.value = ''
    fault.value = ''
    file.value = ''
    plan.value = undefined
    checked.value = undefined
    matchingFault.value = ''
    hiddenRows.value = 0
    withHidden.value = false
    round.value = false
    control.value = {}
    choices.forget()
    corrections.forget()
    clear()
  }
  async function give(given: File): Promise<void> {
    leave()
    desk = new ImportDesk()
    const opened = await during('Reading the file', of => of.open(given))
    if (!opened) return
    if (!opened.ok) {
      fault.value = `${given.name} cannot be imported. ${opened.refusal.text}`
      return
    }
    file.value = given.name
    sheets.value = opened.value.sheets
    sheet.value = opened.value.sheet
    hiddenRows.value = opened.value.table.hidden
    encoding.value = opened.value.encoding ?? ''
    await understand()
  }
  /** Guesses what the columns are, and says whether it could. */
  async function lookAtColumns(headerRow?: number): Promise<boolean> {
    checked.value = undefined
    clear()
    const found = await during('Checking columns', of => of.plan(kind.value, headerRow))
    if (!found) return false
    plan.value = found
    matching.value = { ...found.matching }
    return true
  }
  async function understand(headerRow?: number): Promise<void> {
    if (await lookAtColumns(headerRow)) await lookAtWriting()
  }
  async function goToSheet(at: number, hiddenToo = false): Promise<void> {
    const laid = await during('Opening the sheet', of => of.sheet(at, hiddenToo))
    if (!laid) return
    if (!laid.ok) {
      fault.value = `${sheets.value[at]?.name ?? ''} cannot be read. ${laid.refusal.text}`
      return
    }
    fault.value = ''
    sheet.value = at
    withHidden.value = hiddenToo
    hiddenRows.value = laid.value.hidden
    corrections.forget()
    await understand()
  }
  const bareSpec = computed(() => ({
    kind: kind.value,
    headerRow: plan.value?.headerRow ?? 0,
    matching: { ...matching.value } as Matching,
  }))
  const spec = computed<ImportSpec>(() => ({
    ...bareSpec.value,
    order: order.value ?? 'month first',
    mark: mark.value ?? '.',
    round: round.value,
  }))
  /** How days and amounts are written: as the rows tell, and `said` where somebody said it before. */
  async function lookAtWriting(said?: Pick<MatchingFile, 'days' | 'cents'>): Promise<void> {
    const found = await during('Checking dates and amounts', of => of.written(bareSpec.value, localToday()))
    if (!found) return
    order.value = found.order ?? said?.days ?? undefined
    askOrder.value = found.order === undefined
    mark.value = found.mark ?? said?.cents ?? undefined
    askMark.value = found.mark === undefined
    examples.value = found.examples
    await check()
  }
  /** The order of days could not be told from the file: somebody must say it. */
  const askOrder = ref(false)
  /** The decimal mark could not be proven from the file: somebody must choose it. */
  const askMark = ref(false)
  const missing = computed(() => unmatched(kind.value, matching.value))
  /** Its rows belong to one bank account. */
  const ofAccount = computed(() => kind.value === 'payments' || kind.value === 'before')
  const ready = computed(
    () =>
      !missing.value.length &&
      order.value !== undefined &&
      mark.value !== undefined &&
      (!ofAccount.value || accountId.value !== undefined),
  )
  /** Looks at every row; undefined where the columns are not understood yet. */
  async function looked(): Promise<CheckedImport | undefined> {
    const of = company.value
    if (!plan.value || !ready.value || !of) return undefined
    const chosen = choices.chosen.value
    const asked = {
      spec: spec.value,
      choices: {
        ...chosen,
        // What was before comes with payees alone.
        makeLedgers: kind.value === 'before' ? null : chosen.makeLedgers,
        file: file.value,
      },
      companyId: of.id,
      ...(ofAccount.value && accountId.value && { accountId: accountId.value }),
      stamp: stamp(),
    }
    return during('Checking every row', on => on.check(asked))
  }
  async function check(): Promise<void> {
    clear()
    checked.value = await looked()
    corrections.note(checked.value)
  }
  /** Matches as a saved matching says; what it names and this table lacks is told. */
  async function matchFrom(given: File): Promise<void> {
    const read = readJson(await given.text(), matchingFileSchema)
    if (!read.ok) {
      matchingFault.value = read.faults
        .slice(0, 3)
        .map(f => faultLine(given.name, f))
        .join('; ')
      return
    }
    const of = read.value
    if (of.kind !== kind.value) {
      matchingFault.value = `${given.name} is a mapping for ${importKinds[of.kind].title.toLowerCase()}. Choose that above first.`
      return
    }
    const found = await during('Checking columns', on => on.apply(of))
    if (!found) return
    if (found.headerRow !== plan.value?.headerRow && !(await lookAtColumns(found.headerRow))) return
    matching.value = { ...found.matching }
    matchingFault.value = found.lacking.length
      ? `${of.name} uses columns that are not in this file: ${found.lacking.join(', ')}.`
      : ''
    await lookAtWriting(of)
  }
  /** Saves how the columns are matched as a file, under a name. */
  function saveMatching(name: string): void {
    const summary = { ...spec.value, order: askOrder.value ? (order.value ?? null) : null }
    const made = matchingFile(name, summary, plan.value?.titles ?? [])
    saveText(`${JSON.stringify(made, null, 1)}\n`, `${made.name}.matching.json`, 'application/json')
  }
  function match(field: string, column: number | undefined): Promise<void> {
    const { [field]: _, ...rest } = matching.value
    matching.value = column === undefined ? rest : { ...rest, [field]: column }
    return lookAtWriting()
  }
  watch([() => company.value?.id, accountId], () => void check())
  watch(company, (now, before) => {
    if (before && now?.id !== before.id) choices.ledgerId.value = null
  })
  watch(choices.chosen, () => void check(), { deep: true })

  const corrections = useCellEdits(
    checked,
    async (at, field, text) => {
      const column = matching.value[field]
      if (column !== undefined) await desk?.correct(at, column, text)
    },
    looked,
  )
  const controlFaults = computed(() =>
    Object.fromEntries(
      (checked.value?.totals ?? []).map(c => [c.field, controlFaultOf(c, control.value[c.field])]),
    ),
  )
  const counts = computed(() => {
    const n = { good: 0, here: 0, wrong: 0 }
    for (const row of checked.value?.rows ?? []) n[row.state]++
    return n
  })
  /** Saves rows that are left out, where there are any. */
  function saveRest(text: string): void {
    if (text) saveText(text, `skipped rows of ${file.value.replace(/\.\w+$/, '')}.csv`, 'text/csv')
  }
  /** Takes in all that is good; what is wrong is saved as a file first. Gives whether it was done. */
  async function take(): Promise<boolean> {
    const of = desk
    if (!of || !checked.value || doing.value) return false
    const left = counts.value.wrong ? await of.leftOut(['wrong']) : ''
    const name = file.value
    part.value = 0
    const done = await run(
      key => of.take(spec.value, { ...control.value }, { ...stamp(), key }, far => (part.value = far)),
      ({ summary }) => `Imported ${summary} from ${name}.`,
    )
    if (desk !== of && done && !done.ok) fault.value = `${name}: ${done.refusal.text}`
    if (!done?.ok) return false
    saveRest(left)
    leave()
    imported.value = kind.value
    return true
  }
  async function saveLeftOut(): Promise<void> {
    const text = await during('Writing the file', of => of.leftOut(['wrong', 'here']))
    saveRest(text ?? '')
  }
  const fields = computed(() => fieldsOf(kind.value))
  return {
    ...{
      kind,
      file,
      encoding,
      sheets,
      sheet,
      hiddenRows,
      withHidden,
      plan,
      matching,
      fields,
      missing,
      ready,
    },
    ...{ order, askOrder, mark, askMark, examples, round, control, controlFaults, choices, corrections },
    ...{ ofAccount, imported, checked, counts, doing, part, fault, busy, refused },
    ...{ matchFrom, saveMatching, matchingFault },
    ...{ give, leave, understand, goToSheet, match, check, take, saveLeftOut },
  }
}
