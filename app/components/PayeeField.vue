<script setup lang="ts">
import { payeesLike } from '#core/payables/findPayee'
import type { Payee } from '#core/payables/payee'

/**
 * A payee, typed by code or name: the first few that answer stand in the list, which opens when one types or
 * asks for it by the arrow key.
 */
const props = defineProps<{
  payees: readonly Payee[]
  label?: string
  faults?: readonly string[]
  hint?: string
}>()
const typed = defineModel<string>({ required: true })
const MOST = 12
const listOpen = ref(false)
const items = computed(() => payeesLike(props.payees, typed.value, MOST))
const titleOf = (p: Payee): string => (p.code ? `${p.name} · ${p.code}` : p.name)
/** A chosen one comes as its entry, a typed one as its letters. */
function take(value: unknown): void {
  typed.value = typeof value === 'string' ? value : ((value as { value?: string } | null)?.value ?? '')
}
</script>

<template>
  <v-combobox
    :model-value="typed"
    :menu="listOpen"
    :list-props="{ density: 'compact' }"
    :items="items.map(p => ({ title: titleOf(p), value: p.name }))"
    :return-object="false"
    :label="label ?? 'Payee'"
    no-filter
    hide-no-data
    autocomplete="off"
    :error-messages="faults ?? []"
    :hint="hint ?? ''"
    persistent-hint
    @update:model-value="take"
    @update:search="take"
    @update:menu="listOpen = $event && typed !== ''"
    @keydown.down="listOpen = true"
  />
</template>
