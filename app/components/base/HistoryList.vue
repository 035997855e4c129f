<script setup lang="ts">
import type { HistoryLine } from '#core/numbers/history'
import { momentText } from '~/data/office/office'

/** What happened to one thing, newest first: its state where that changed, who did it and when. */
const props = defineProps<{
  lines: readonly HistoryLine[] | undefined
  /** How many are shown before the rest is asked for. */
  most?: number
}>()
const isAll = ref(false)
const shown = computed(() => (isAll.value ? props.lines : props.lines?.slice(0, props.most ?? 30)) ?? [])
const left = computed(() => (props.lines?.length ?? 0) - shown.value.length)
const runOf = ({ about }: HistoryLine): string | undefined => about?.run
</script>

<template>
  <div>
    <ol v-if="shown.length" class="history">
      <li v-for="l in shown" :key="l.key">
        <span class="quiet when">{{ momentText(l.at) }}, {{ l.by }}</span>
        <span>
          <StateMark v-if="l.fate" :state="l.fate" class="fate" />
          {{ l.text }}
          <NuxtLink v-if="runOf(l)" :to="`/run/${encodeURIComponent(runOf(l) ?? '')}`">Open run</NuxtLink>
        </span>
      </li>
    </ol>
    <v-btn v-if="left > 0" size="small" variant="text" @click="isAll = true"
      >Show {{ left.toLocaleString('en-US') }} more</v-btn
    >
  </div>
</template>

<style scoped>
.history {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: var(--space-2);
  font-size: var(--text-small);
}
li {
  display: grid;
  gap: 1px;
  overflow-wrap: anywhere;
}
.fate {
  margin-right: 6px;
}
</style>
