<script setup lang="ts">
/** A tool of the Light table that is on or off. `tip`: what it does, where its name does not say it. */
defineProps<{ icon: string; name: string; tip?: string }>()
const on = defineModel<boolean>({ required: true })
</script>

<template>
  <v-btn
    :icon="icon"
    size="small"
    :variant="on ? 'tonal' : 'text'"
    :color="on ? 'primary' : undefined"
    :aria-pressed="on"
    :aria-label="name"
    :title="tip ?? name"
    @click="on = !on"
  />
</template>
