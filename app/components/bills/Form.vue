<script setup lang="ts">
import type { useBillForm } from '~/composables/bills/useBillForm'

/** A bill as a form, new or being changed: its fields, what is wrong elsewhere, and its act. */
const props = defineProps<{ bill: ReturnType<typeof useBillForm>; verb: string }>()
const emit = defineEmits<{ go: [] }>()
const { form, busy, payees, unplaced, choices, read, namesakes, faults, elsewhere, hints, sign } = props.bill
</script>

<template>
  <v-form v-if="payees" class="form" @submit.prevent="emit('go')">
    <slot />
    <BillsFields
      v-model="form"
      :payees="payees"
      :choices="choices"
      :read="read"
      :faults="faults"
      :hints="hints"
      :namesakes="namesakes"
      :sign="sign"
      :places="!unplaced"
    />
    <v-alert v-if="elsewhere" type="error" class="mb-2" :text="elsewhere" />
    <v-btn
      type="submit"
      color="primary"
      variant="flat"
      :loading="busy"
      block
      class="mt-3"
      data-test="keep-bill"
    >
      {{ verb }}
    </v-btn>
    <slot name="after" />
  </v-form>
</template>

<style scoped>
.form {
  padding: 6px 10px 20px 2px;
}
</style>
