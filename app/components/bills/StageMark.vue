<script setup lang="ts">
import { isOverdue, open, type Bill } from '#core/bills/bill'
import { localToday } from '~/stores/office'

/** Where a bill stands, as words with a small shape: its stage, and whether it is overdue or held. */
const props = defineProps<{ bill: Bill }>()
const shapes = {
  draft: {
    d: 'M2 10 8.500 3.500l1.500 1.500L3.500 11.500zM2 10v1.500h1.500',
    tone: 'secondary',
    word: 'draft',
  },
  waits: { d: 'M3 1.500h6L3 10.500h6z', tone: 'warning', word: 'needs approval' },
  payable: { d: 'M2 3h8v6.500H2zM4 5.500h4', tone: 'primary', word: 'payable' },
  overdue: { d: 'M6 2v5M6 9.500v.5', tone: 'error', word: 'overdue' },
  held: { d: 'M4 2.500v7M8 2.500v7', tone: 'warning', word: 'held' },
  disputed: { d: 'M2 4h8M2 8h8M8.500 2 3.500 10', tone: 'warning', word: 'disputed' },
  'in the lane': { d: 'M2 6h8', tone: 'secondary', word: 'in the lane' },
  paid: { d: 'M1.500 6.500 4.500 9.500 10.500 2.500', tone: 'success', word: 'paid' },
  cancelled: { d: 'M2.500 2.500 9.500 9.500M9.500 2.500 2.500 9.500', tone: 'error', word: 'cancelled' },
} as const
/** One word: what a clerk must know of it first. */
const word = computed(() => {
  const { bill } = props
  if (bill.stage !== 'payable') return bill.stage
  if (bill.hold) return bill.hold.kind
  if (open(bill) === 0) return 'in the lane'
  return isOverdue(bill, localToday()) ? 'overdue' : 'payable'
})
const shape = computed(() => shapes[word.value])
</script>

<template>
  <span class="stage" :class="`text-${shape.tone}`">
    <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
      <path
        :d="shape.d"
        fill="none"
        stroke="currentColor"
        stroke-width="1.4"
        stroke-linecap="round"
        stroke-linejoin="round"
      />
    </svg>
    {{ shape.word }}
  </span>
</template>

<style scoped>
.stage {
  display: inline-flex;
  align-items: baseline;
  gap: var(--space-2);
  white-space: nowrap;
}
svg {
  align-self: center;
  flex-shrink: 0;
}
</style>
