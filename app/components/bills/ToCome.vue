<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { figures } from '#core/money/figures'
import { billStubLines } from '#core/payments/settleDraw'
import type { CheckToCome } from '#core/payments/settleForm'

/** The checks that will come of what was chosen, each with the lines of its stub. */
const props = defineProps<{ checks: readonly CheckToCome[] }>()
/** So many checks and lines are shown: more is nothing to read, and would hold the page up. */
const MOST_CHECKS = 60
const MOST_LINES = 8
const shown = computed(() =>
  props.checks.slice(0, MOST_CHECKS).map(c => {
    const lines = billStubLines(c.bills, c.draw.settles ?? [])
    return { ...c, lines: lines.slice(0, MOST_LINES), more: Math.max(0, lines.length - MOST_LINES) }
  }),
)
</script>

<template>
  <ul class="checks" data-test="to-come">
    <li v-for="c in shown" :key="c.bills.map(b => b.id).join()">
      <div class="who">
        <strong>{{ c.payee.name }}</strong>
        <span class="num">{{ figures(c.draw.amount) }}</span>
      </div>
      <div v-for="(line, i) in c.lines" :key="`${i} ${line.reference}`" class="stub quiet">
        <span>{{ line.reference }}{{ line.description ? `, ${line.description}` : '' }}</span>
        <span class="num"
          ><template v-if="line.discount">less {{ figures(line.discount) }}: </template
          >{{ figures(line.amount) }}</span
        >
      </div>
      <p v-if="c.more" class="stub quiet">and {{ howMany(c.more, 'more line') }}</p>
    </li>
  </ul>
  <p v-if="checks.length > MOST_CHECKS" class="quiet">
    and {{ howMany(checks.length - MOST_CHECKS, 'more check') }}
  </p>
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
