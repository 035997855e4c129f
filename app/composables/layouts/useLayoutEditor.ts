import { computed, ref, shallowRef } from 'vue'
import type { Layout } from '#core/paper/layout'
import { backToCommon, noOwn, type OwnSettings } from '#core/paper/own'
import {
  changed,
  redo,
  scopeOfRedo,
  scopeOfUndo,
  seen,
  undo,
  withOwn,
  workpieceOf,
  type Scope,
  type Workpiece,
} from '#core/paper/workpiece'
import { fieldChanges } from './fieldChanges'

/**
 * A layout being edited: what is seen in which scope, what is chosen, and every change as a step that can be
 * taken back.
 */
export function useLayoutEditor() {
  const work = shallowRef<Workpiece>()
  const scope = ref<Scope>('')
  /** What a drag would make of the layout, before it is let go. */
  const draft = shallowRef<Layout>()
  const chosen = ref<readonly string[]>([])

  const settled = computed(() => (work.value ? seen(work.value, scope.value) : undefined))
  const layout = computed(() => draft.value ?? settled.value)
  const ids = computed(() => new Set(chosen.value))
  const chosenFields = computed(() => settled.value?.fields.filter(f => ids.value.has(f.id)) ?? [])
  const only = computed(() => (chosen.value.length === 1 ? chosenFields.value[0] : undefined))
  const own = computed<OwnSettings>(() =>
    work.value && scope.value ? (work.value.owns[scope.value] ?? noOwn) : noOwn,
  )

  function begin(common: Layout, owns: Readonly<Record<string, OwnSettings>>) {
    work.value = workpieceOf(common, owns)
    chosen.value = []
    draft.value = undefined
  }
  /** Takes exactly what another tab made of it, as steps that can be undone here too. */
  function become(common: Layout, owns: Readonly<Record<string, OwnSettings>>) {
    if (!work.value) return
    let next = changed(work.value, '', common)
    for (const id of new Set([...Object.keys(next.owns), ...Object.keys(owns)]))
      next = withOwn(next, id, owns[id] ?? noOwn)
    work.value = { ...next, common, owns }
  }
  /** Takes a changed layout as one step. */
  function take(next: Layout) {
    draft.value = undefined
    if (work.value) work.value = changed(work.value, scope.value, next)
  }
  function choose(id: string, more = false) {
    if (!more) chosen.value = [id]
    else chosen.value = ids.value.has(id) ? chosen.value.filter(c => c !== id) : [...chosen.value, id]
  }
  /** The next or the previous field that is on, in the order of the layout. */
  function step(by: 1 | -1) {
    const on = layout.value?.fields.filter(f => f.on) ?? []
    if (!on.length) return
    const at = on.findIndex(f => f.id === chosen.value.at(-1))
    choose(on[(at + by + on.length) % on.length]?.id ?? '')
  }
  function goBack(
    step: (work: Workpiece) => Workpiece,
    scopeOf: (work: Workpiece) => Scope | undefined,
  ): Scope | undefined {
    draft.value = undefined
    if (!work.value) return undefined
    const to = scopeOf(work.value)
    work.value = step(work.value)
    if (to === undefined || to === scope.value) return undefined
    scope.value = to
    return to
  }
  const common = (what: Parameters<typeof backToCommon>[1]): void => {
    if (work.value && scope.value)
      work.value = withOwn(work.value, scope.value, backToCommon(own.value, what))
  }
  return {
    ...{ work, scope, draft, chosen, layout, settled, ids, chosenFields, only, own },
    ...{ begin, become, take, choose, step, common },
    /** What a drag would make of it; nothing: back to what is settled. */
    show(next: Layout | undefined) {
      draft.value = next
    },
    chooseOnly(list: readonly string[]) {
      chosen.value = list
    },
    ...fieldChanges({ settled, chosen, ids, chosenFields, take }),
    /**
     * Takes the last change back, in the scope in which it was made; tells that scope where it was another
     * one than is shown.
     */
    undo: () => goBack(undo, scopeOfUndo),
    redo: () => goBack(redo, scopeOfRedo),
  }
}
export type LayoutEditor = ReturnType<typeof useLayoutEditor>
