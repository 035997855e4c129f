import { computed, ref, shallowRef } from 'vue'
import { type Mm, type Unit, stepOf } from '#core/paper/length'
import {
  alignFields,
  distributeFields,
  moveFields,
  orderFields,
  pasteFields,
  removeFields,
  withFields,
  type Alignment,
} from '#core/paper/arrange'
import { isBoxed, type Field, type Layout } from '#core/paper/layout'
import type { PanelRole } from '#core/paper/stock'
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

/** Fields copied on any Light table of this tab, to be pasted on any other. */
const clipboard = shallowRef<readonly Field[]>([])

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
  const act = (change: (layout: Layout, ids: ReadonlySet<string>) => Layout): void => {
    if (settled.value) take(change(settled.value, ids.value))
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
  const setField = (id: string, change: Partial<Record<string, unknown>>): void =>
    act(l => withFields(l, new Set([id]), f => ({ ...f, ...change }) as Field, true))

  return {
    work,
    scope,
    draft,
    chosen,
    layout,
    settled,
    ids,
    chosenFields,
    only,
    own,
    begin,
    become,
    take,
    choose,
    step,
    setField,
    /** What a drag would make of it; nothing: back to what is settled. */
    show(next: Layout | undefined) {
      draft.value = next
    },
    chooseOnly(list: readonly string[]) {
      chosen.value = list
    },
    setSettings: (change: Partial<Layout>) => act(l => ({ ...l, ...change })),
    move: (dx: Mm, dy: Mm) => act((l, chosenIds) => moveFields(l, chosenIds, dx, dy)),
    nudge(right: number, down: number, unit: Unit, tenfold: boolean) {
      const by = stepOf(unit) * (tenfold ? 10 : 1)
      act((l, chosenIds) => moveFields(l, chosenIds, right * by, down * by))
    },
    align: (how: Alignment) => act((l, chosenIds) => alignFields(l, chosenIds, chosen.value[0] ?? '', how)),
    distribute: (way: 'across' | 'down') => act((l, chosenIds) => distributeFields(l, chosenIds, way)),
    order: (where: 'front' | 'back') => act((l, chosenIds) => orderFields(l, chosenIds, where)),
    lock: (locked: boolean) =>
      act((l, chosenIds) =>
        withFields(l, chosenIds, f => (isBoxed(f) && f.locked !== locked ? { ...f, locked } : f), true),
      ),
    remove() {
      act(removeFields)
      chosen.value = chosen.value.filter(id => layout.value?.fields.some(f => f.id === id))
    },
    copy() {
      if (chosenFields.value.length) clipboard.value = chosenFields.value
    },
    /** Pastes what was copied; onto the check panel where the stock has no panel of that name. */
    paste(roles: readonly PanelRole[]) {
      if (!settled.value || !clipboard.value.length) return
      const done = pasteFields(settled.value, clipboard.value, roles, 3)
      take(done.layout)
      chosen.value = done.ids
    },
    canPaste: computed(() => clipboard.value.length > 0),
    /**
     * Takes the last change back, in the scope in which it was made; tells that scope where it was another
     * one than is shown.
     */
    undo: () => goBack(undo, scopeOfUndo),
    redo: () => goBack(redo, scopeOfRedo),
    common: (what: Parameters<typeof backToCommon>[1]) => {
      if (work.value && scope.value)
        work.value = withOwn(work.value, scope.value, backToCommon(own.value, what))
    },
  }
}
export type LayoutEditor = ReturnType<typeof useLayoutEditor>
