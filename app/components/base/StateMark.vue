<script setup lang="ts">
import type { Fate } from '#core/numbers/fates'
import type { MovementState } from '#core/bank/movement'
import type { PaymentState } from '#core/payments/payment'

type State = Fate | PaymentState | MovementState | 'stop requested'
/** A state as a word with its own small shape; colour only helps. */
const props = defineProps<{ state: State }>()
const shapes: Record<State, { d: string; fill: boolean; tone: string }> = {
  waiting: { d: 'M2 6h8', fill: false, tone: 'secondary' },
  unused: { d: 'M2.500 2.500h7v7h-7z', fill: false, tone: 'secondary' },
  'on paper': { d: 'M3 1.500h6v9H3zM3 4.500h6', fill: false, tone: 'primary' },
  issued: { d: 'M6 1.500 10.500 6 6 10.500 1.500 6z', fill: true, tone: 'primary' },
  cleared: { d: 'M1.500 6.500 4.500 9.500 10.500 2.500', fill: false, tone: 'success' },
  spoiled: { d: 'M1.500 8.500 4 3.500l2 5 2-5 2.500 5', fill: false, tone: 'error' },
  voided: { d: 'M2 10 10 2', fill: false, tone: 'error' },
  stopped: { d: 'M4 1.500h4L10.500 4v4L8 10.500H4L1.500 8V4z', fill: false, tone: 'error' },
  'stop requested': {
    d: 'M4 1.500h4L10.500 4v4L8 10.500H4L1.500 8V4zM6 3.500v3M6 8v.5',
    fill: false,
    tone: 'warning',
  },
  'written back': {
    d: 'M10 3.500H4.500a2.500 2.500 0 0 0 0 5H8M6 6.500 8 8.500l-2 2',
    fill: false,
    tone: 'secondary',
  },
  missing: { d: 'M3 2.500h2M7 2.500h2M3 9.500h2M7 9.500h2', fill: false, tone: 'warning' },
  'set aside': { d: 'M2.500 1.500v9M6 3.500h4v5H6z', fill: false, tone: 'secondary' },
  open: { d: 'M6 1.500 10.500 6 6 10.500 1.500 6z', fill: false, tone: 'primary' },
  before: { d: 'M1.500 6.500 4.500 9.500 10.500 2.500', fill: false, tone: 'secondary' },
  reversed: { d: 'M2 4h6a2 2 0 0 1 0 4.500H4M4 2 2 4l2 2', fill: false, tone: 'error' },
  cancelled: { d: 'M2.500 2.500 9.500 9.500M9.500 2.500 2.500 9.500', fill: false, tone: 'error' },
}
const shape = computed(() => shapes[props.state])
</script>

<template>
  <span class="state" :class="`text-${shape.tone}`">
    <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
      <path
        :d="shape.d"
        :fill="shape.fill ? 'currentColor' : 'none'"
        stroke="currentColor"
        stroke-width="1.4"
        stroke-linecap="round"
        stroke-linejoin="round"
      />
    </svg>
    {{ state }}
  </span>
</template>

<style scoped>
.state {
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
