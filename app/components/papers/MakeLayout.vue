<script setup lang="ts">
import { countries, countryNames, type Country } from '#core/base/country'
import { startingLayout } from '#core/paper/startingLayout'
import type { Stock } from '#core/paper/stock'
import { useOffice } from '~/stores/office'

/** A new layout for a stock, from the customs of a country; its Light table opens. */
const props = defineProps<{ stock: Stock }>()
const emit = defineEmits<{ leave: [] }>()
const office = useOffice()
const { busy, fault, act } = useAct()
const country = ref<Country>('US')
const code = ref('')
const name = ref(props.stock.name.replace(/, (blank|preprinted)$/, ''))
const blank = ref('')
const asking = computed({ get: () => true, set: () => emit('leave') })

async function make(): Promise<void> {
  const head = {
    id: `own-${crypto.randomUUID().slice(0, 8)}`,
    code: code.value.trim().slice(0, 12),
    name: name.value.trim(),
  }
  blank.value = head.code && head.name ? '' : 'a layout needs a code and a name'
  if (blank.value) return
  const layout = { ...startingLayout(props.stock, country.value, head), unit: office.unit }
  const done = await act('saveLayout', { key: layout.id, layout, from: 0, owns: [] })
  if (!done?.ok) return
  emit('leave')
  await navigateTo(`/papers/layout/${layout.id}`)
}
</script>

<template>
  <AskDialog
    v-model="asking"
    :title="`New layout for ${stock.name}`"
    verb="Create layout"
    :ready="true"
    :busy="busy"
    @go="make"
  >
    <v-select
      v-model="country"
      label="Country"
      :items="countries.map(c => ({ title: countryNames[c], value: c }))"
      hide-details
    />
    <v-text-field
      v-model="code"
      v-first
      label="Short code"
      maxlength="12"
      hide-details
      data-test="new-code"
    />
    <v-text-field v-model="name" label="Name" maxlength="80" :error-messages="blank || fault" />
  </AskDialog>
</template>
