<script setup lang="ts">
import { figures } from '#core/money/figures'
import { billStubLines } from '#core/payments/settleDraw'
import type { CheckToCome } from '#core/payments/settleForm'

/** The checks that will come of what was chosen, each with the lines of its stub. */
defineProps<{ checks: readonly CheckToCome[] }>()
</script>

<template>
  <ul class="checks" data-test="to-come">
    <li v-for="c in checks" :key="c.bills.map(b => b.id).join()">
      <div class="who">
        <strong>{{ c.payee.name }}</strong>
        <span class="num">{{ figures(c.draw.amount) }}</span>
      </div>
      <div
        v-for="(line, i) in billStubLines(c.bills, c.draw.settles ?? [])"
        :key="`${i} ${line.reference}`"
        class="stub quiet"
      >
        <span>{{ line.reference }}{{ line.description ? `, ${line.description}` : '' }}</span>
        <span class="num"
          ><template v-if="line.discount">less {{ figures(line.discount) }}: </template
          >{{ figures(line.amount) }}</span
        >
      </div>
    </li>
  </ul>
</template>

<style scoped>
.checks {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--space-2);
  margin-top: 8px;
}
.checks li {
  border-bottom: 1px solid rgba(var(--v-theme-on-surface), 0.12);
  padding-bottom: 6px;
}
.who,
.stub {
  display: flex;
  justify-content: space-between;
  gap: var(--space-3);
}
.stub {
  font-size: var(--text-small);
}
</style>
