<script setup lang="ts">
import type { Id } from '#core/base/id'
import { leftOut } from '#core/bills/leftOut'
import { readAskingBills } from '~/data/bills/billReads'

/** Which bills of a company are not in what is free: the same words wherever that stands. */
const props = defineProps<{ companyId: Id<'company'>; sign: string; what?: string }>()
const bills = useLive(
  () => readAskingBills(props.companyId),
  () => props.companyId,
)
const summary = computed(() => leftOut(bills.value ?? [], props.sign))
</script>

<template>
  <p v-if="summary" class="quiet left-out" data-test="left-out">{{ what ?? 'Free' }}: {{ summary }}.</p>
</template>

<style scoped>
.left-out {
  font-size: var(--text-small);
  margin: 4px 0;
}
</style>
