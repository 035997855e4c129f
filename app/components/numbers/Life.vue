<script setup lang="ts">
import type { NumberRow } from '#core/numbers/book'
import { withoutRun } from '#core/runs/run'
import { momentText } from '~/data/office/office'

/** Everything that happened to one number, oldest first. */
defineProps<{ row: NumberRow }>()
</script>

<template>
  <table class="plain" data-test="life">
    <thead>
      <tr>
        <th scope="col">When</th>
        <th scope="col">Fate</th>
        <th scope="col">By</th>
        <th scope="col">What</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(l, i) in row.life" :key="i">
        <td class="when">{{ momentText(l.at) }}</td>
        <td><StateMark :state="l.fate" /></td>
        <td class="when">{{ l.by }}</td>
        <td>
          {{ [l.payee, l.why].filter(Boolean).join(', ') }}
          {{ ' ' }}
          <NuxtLink v-if="l.runId && !withoutRun(l.runId)" :to="`/run/${l.runId}`">run</NuxtLink
          ><span v-else-if="l.runId" class="quiet">{{ withoutRun(l.runId) }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.when {
  white-space: nowrap;
}
td {
  font-size: var(--text-small);
}
</style>
