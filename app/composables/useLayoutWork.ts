import { watchDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { idOf } from '#core/base/id'
import { noOwn, type OwnSettings } from '#core/paper/own'
import { ownId } from '#core/paper/versions'
import type { Workpiece } from '#core/paper/workpiece'
import { dropDraft, keepDraft, readDraft } from '~/data/drafts'
import { layoutDraftOf } from '~/data/layoutDraft'
import { readLibrary, readVersions } from '~/data/reads'
import { useOffice } from '~/stores/office'
import { useAct } from './useAct'
import type { LayoutEditor } from './useLayoutEditor'
import { useLive } from './useLive'

/** Milliseconds of rest after which what is on the table is kept as a draft. */
const REST = 250
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/**
 * A layout on the Light table beside what is saved of it: what has changed, its draft, saving it as the next
 * version and forgetting the changes. `key` is the layout's.
 */
export function useLayoutWork(key: string, editor: LayoutEditor) {
  const office = useOffice()
  const { act, busy } = useAct()
  const library = useLive(readLibrary)
  const versions = useLive(() => readVersions(key))
  const rows = computed(() => (library.value && versions.value) ?? [])
  const latest = computed(() => rows.value.at(-1))
  const isMissing = computed(() => Boolean(library.value && versions.value && !latest.value))
  /** The version that the edits are made over. */
  const from = ref(0)
  const restored = ref(false)
  const fault = ref('')

  const savedOwns = (): Record<string, OwnSettings> =>
    Object.fromEntries(
      (library.value?.owns ?? []).filter(o => o.layoutKey === key).map(o => [o.companyId, o.own]),
    )
  async function begin(): Promise<void> {
    const row = latest.value
    if (!row) return
    const draft = await readDraft(key, layoutDraftOf)
    from.value = draft?.from ?? row.revision
    restored.value = draft !== undefined
    editor.begin(draft?.common ?? row.layout, draft?.owns ?? savedOwns())
  }
  watch(
    latest,
    (row, before) => {
      if (row && !before) void begin()
    },
    { immediate: true },
  )

  const commonChanged = computed(
    () => !same(editor.work.value?.common, rows.value.find(r => r.revision === from.value)?.layout),
  )
  const savedOwn = (companyId: string): OwnSettings =>
    library.value?.owns.find(o => o.id === ownId(key, idOf<'company'>(companyId)))?.own ?? noOwn
  const ownsChanged = computed(() =>
    Object.entries(editor.work.value?.owns ?? {}).filter(([id, own]) => !same(own, savedOwn(id))),
  )
  const unsaved = computed(
    () => Boolean(editor.work.value) && (commonChanged.value || ownsChanged.value.length > 0),
  )
  watchDebounced(
    () => editor.work.value,
    work => {
      if (work && unsaved.value)
        void keepDraft(key, { from: from.value, common: work.common, owns: work.owns })
    },
    { debounce: REST },
  )

  async function forgetDraft(): Promise<void> {
    await dropDraft(key)
    restored.value = false
  }
  /** Saves the common layout where it changed, and what companies have of their own, as one act. */
  async function saveAll(work: Workpiece): Promise<boolean> {
    const done = await act('saveLayout', {
      key,
      from: from.value,
      owns: ownsChanged.value.map(([id, own]) => ({ companyId: idOf<'company'>(id), own })),
      ...(commonChanged.value && { layout: work.common }),
    })
    fault.value = done && !done.ok ? done.refusal.text : ''
    if (!done?.ok) return false
    from.value = done.value.layouts[0]?.revision ?? from.value
    return true
  }
  async function save(): Promise<void> {
    const work = editor.work.value
    if (!work || !unsaved.value || !(await saveAll(work))) return
    await forgetDraft()
    office.said = `Saved ${work.common.code} as version ${from.value}.`
  }
  /** Lays the newest saved version on the table again. */
  async function forget(): Promise<void> {
    await forgetDraft()
    from.value = latest.value?.revision ?? from.value
    if (latest.value) editor.begin(latest.value.layout, savedOwns())
  }
  return {
    library,
    latest,
    isMissing,
    from,
    restored,
    fault,
    busy,
    commonChanged,
    ownsChanged,
    unsaved,
    save,
    forget,
  }
}
