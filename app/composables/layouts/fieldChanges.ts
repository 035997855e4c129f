import { computed, shallowRef, type ComputedRef, type Ref } from 'vue'
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
import { stepOf, type Mm, type Unit } from '#core/paper/length'
import type { PanelRole } from '#core/paper/stock'

/** Fields copied on any Light table of this tab, to be pasted on any other. */
const clipboard = shallowRef<readonly Field[]>([])
/** How far aside a copy lies from what it was copied from, in mm. */
const ASIDE: Mm = 3

/** A layout on the Light table, what of it is chosen, and how a changed one is taken as one step. */
interface OnTable {
  readonly settled: ComputedRef<Layout | undefined>
  /** Keys of the chosen fields, the one chosen first in front. */
  readonly chosen: Ref<readonly string[]>
  readonly ids: ComputedRef<ReadonlySet<string>>
  readonly chosenFields: ComputedRef<readonly Field[]>
  readonly take: (next: Layout) => void
}

/** What can be done to a layout and to the fields of it that are chosen, each as one step. */
export function fieldChanges({ settled, chosen, ids, chosenFields, take }: OnTable) {
  const act = (change: (layout: Layout, ids: ReadonlySet<string>) => Layout): void => {
    if (settled.value) take(change(settled.value, ids.value))
  }
  return {
    setField: (id: string, change: Partial<Record<string, unknown>>) =>
      act(l => withFields(l, new Set([id]), f => ({ ...f, ...change }) as Field, true)),
    setSettings: (change: Partial<Layout>) => act(l => ({ ...l, ...change })),
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
      chosen.value = chosen.value.filter(id => settled.value?.fields.some(f => f.id === id))
    },
    copy() {
      if (chosenFields.value.length) clipboard.value = chosenFields.value
    },
    /** Pastes what was copied; onto the check panel where the stock has no panel of that name. */
    paste(roles: readonly PanelRole[]) {
      if (!settled.value || !clipboard.value.length) return
      const done = pasteFields(settled.value, clipboard.value, roles, ASIDE)
      take(done.layout)
      chosen.value = done.ids
    },
    canPaste: computed(() => clipboard.value.length > 0),
  }
}
