import { computed, ref, watch } from 'vue'
import { idOf } from '#core/base/id'
import { layoutDraftOf, mergedLayouts, type LayoutDraft } from '~/data/layouts/layoutDraft'
import {
  draftOfSaved,
  isCommonSaved,
  isSaved,
  unsavedOwns,
  type SavedLayout,
} from '~/data/layouts/savedLayout'
import { plainCopy } from '~/data/store/plainCopy'
import { readLibrary, readVersions } from '~/data/layouts/library'
import { useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import type { LayoutEditor } from './useLayoutEditor'
import { useLive } from '../base/useLive'
import { useSharedDraft } from '../base/useSharedDraft'

/**
 * A layout on the Light table beside what is saved of it: what has changed, its draft, saving it as the next
 * version and forgetting the changes. `key` is the layout's. All tabs share the draft.
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

  const saved = computed<SavedLayout>(() => ({
    ...{ key, versions: rows.value, owns: library.value?.owns ?? [] },
  }))
  const now = computed((): LayoutDraft | undefined => {
    const work = editor.work.value
    return work && { from: from.value, common: work.common, owns: work.owns }
  })
  const commonChanged = computed(() => now.value !== undefined && !isCommonSaved(saved.value, now.value))
  const ownsChanged = computed(() => (now.value ? unsavedOwns(saved.value, now.value) : []))
  const unsaved = computed(() => now.value !== undefined && !isSaved(saved.value, now.value))

  const ready = ref(false)
  /** From when the act has looked at the draft until it is over, nothing of another tab is shown. */
  let saving = false
  const draft = useSharedDraft<LayoutDraft | undefined>(
    () => (ready.value ? key : `${key}, not on the table`),
    {
      mine: () => now.value && plainCopy(now.value),
      show: value => {
        if (!value) return
        from.value = value.from
        editor.become(value.common, value.owns)
      },
      blank: () => (saving ? undefined : draftOfSaved(saved.value)),
      isEmpty: value => !ready.value || saving || !value || isSaved(saved.value, value),
      gate: layoutDraftOf,
      merge: (base, mine, theirs) => (base && mine && theirs ? mergedLayouts(base, mine, theirs) : theirs),
    },
  )
  /** Puts the newest saved version on the table. */
  function begin(): void {
    const version = draftOfSaved(saved.value)
    if (!version) return
    from.value = version.from
    editor.begin(version.common, version.owns)
  }
  /** The table follows what is saved elsewhere, for as long as nothing is changed on it. */
  async function followSaved(): Promise<void> {
    if (!latest.value || saving || unsaved.value || from.value === latest.value.revision) return
    begin()
    if (ready.value) return
    ready.value = true
    await draft.seen()
    restored.value = unsaved.value
  }
  watch([latest, unsaved], () => void followSaved(), { immediate: true })

  /** Saves the common layout where it changed, and what companies have of their own, as one act. */
  const saveAll = (work: LayoutDraft) =>
    act(
      'saveLayout',
      {
        key,
        from: work.from,
        owns: unsavedOwns(saved.value, work).map(([id, own]) => ({ companyId: idOf<'company'>(id), own })),
        ...(!isCommonSaved(saved.value, work) && { layout: work.common }),
      },
      '',
      async () => {
        const seen = await draft.seen()
        saving = true
        return seen
      },
    )
  async function save(): Promise<void> {
    const work = now.value
    if (!work || isSaved(saved.value, work)) return
    const done = await saveAll(work)
    fault.value = done && !done.ok ? done.refusal.text : ''
    if (done?.ok) {
      from.value = done.value.layouts[0]?.revision ?? from.value
      await draft.forget()
      restored.value = false
      office.said = `Saved ${work.common.code} as version ${from.value}.`
    }
    saving = false
    void draft.seen()
  }
  /** Discards the changes: the newest saved version is on the table again. */
  async function forget(): Promise<void> {
    begin()
    await draft.forget()
    restored.value = false
  }
  return {
    ...{ library, latest, isMissing, from, restored, fault, busy },
    ...{ commonChanged, ownsChanged, unsaved, save, forget },
  }
}
