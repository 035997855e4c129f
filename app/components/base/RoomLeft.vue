<script setup lang="ts">
import { readSpace } from '~/data/store/space'

/** Too little room in this browser is said before a long act begins, not in the middle of it. */
const props = defineProps<{
  /** What is about to be kept, e.g. “this backup”. */
  what: string
  /** About how many bytes that takes. */
  wanted: number
}>()
/** So much is wanted beside it: the browser's own measure is rough. */
const BESIDE = 20_000_000
const free = ref<number>()
onMounted(async () => {
  free.value = (await readSpace())?.free
})
const short = computed(() => free.value !== undefined && free.value < props.wanted + BESIDE)
</script>

<template>
  <v-alert v-if="short" density="default" type="warning" class="mb-3" data-test="room-short">
    This browser has space for {{ Math.floor((free ?? 0) / 1e6) }} MB more, which may not be enough for
    {{ what }}. Free some space first; nothing is lost if it does not fit.
    <NuxtLink to="/files/backups">View storage</NuxtLink>
  </v-alert>
</template>
