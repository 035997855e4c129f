<script setup lang="ts">
/** From a day through another, both as typed; blank is no limit. */
defineProps<{ faults: { readonly from: string; readonly to: string }; test: string }>()
const from = defineModel<string>('from', { required: true })
const to = defineModel<string>('to', { required: true })
</script>

<template>
  <v-text-field
    v-model="from"
    label="From (optional)"
    :error-messages="faults.from"
    hide-details="auto"
    autocomplete="off"
    class="day"
    :data-test="`${test}-from`"
  />
  <v-text-field
    v-model="to"
    label="Through (optional)"
    :error-messages="faults.to"
    hide-details="auto"
    autocomplete="off"
    class="day"
    :data-test="`${test}-to`"
  />
</template>

<style scoped>
.day {
  flex: 0 1 170px;
  min-width: 150px;
}
</style>
