<script setup lang="ts">
import { readSpace } from '~/data/space'

/** Too little room in this browser is said before a run begins, not in the middle of it. */
const WANTED = 100_000_000
const free = ref<number>()
onMounted(async () => {
  free.value = (await readSpace())?.free
})
const short = computed(() => free.value !== undefined && free.value < WANTED)
</script>

<template>
  <v-alert v-if="short" density="default" type="warning" class="mb-3" data-test="room-short">
    This browser has room for {{ Math.floor((free ?? 0) / 1e6) }} MB more: the PDF of a run and what is
    written down of it may not fit. Make room first; nothing is lost where it does not.
    <NuxtLink to="/files">What is kept</NuxtLink>
  </v-alert>
</template>
