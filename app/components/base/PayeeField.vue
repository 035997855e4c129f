<script setup lang="ts">
import { payeesLike } from '#core/payees/findPayee'
import type { Payee } from '#core/payees/payee'

/**
 * A payee, typed by code or name: the first few that answer are offered as the browser offers what was typed
 * before. What is typed stays as it is typed until one of them is taken.
 */
const props = defineProps<{
  payees: readonly Payee[]
  label?: string
  faults?: readonly string[]
  hint?: string
}>()
const typed = defineModel<string>({ required: true })
const MOST = 12
const listId = useId()
const offered = computed(() => (typed.value.trim() ? payeesLike(props.payees, typed.value, MOST) : []))
</script>

<template>
  <div>
    <v-text-field
      v-model="typed"
      :label="label ?? 'Payee'"
      :list="listId"
      autocomplete="off"
      :error-messages="faults ?? []"
      :hint="hint ?? ''"
      persistent-hint
    />
    <datalist :id="listId">
      <option v-for="p in offered" :key="p.id" :value="p.name" :label="p.code ?? ''" />
    </datalist>
  </div>
</template>
