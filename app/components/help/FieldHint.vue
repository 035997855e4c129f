<script setup lang="ts">
import { hints, type HintName } from '~/help/hints'

/**
 * What a newcomer cannot know of a field, behind a small `?` in it. It is no stop between two fields: by keyboard
 * F1 opens it from within the field.
 */
const props = defineProps<{ of: HintName }>()
const hint = computed(() => hints[props.of])
const open = ref(false)
const place = useTemplateRef<HTMLElement>('place')
useEventListener('keydown', (event: KeyboardEvent) => {
  const field = place.value?.closest('.v-input, section')
  if (event.key !== 'F1' || !(event.target instanceof Node) || !field?.contains(event.target)) return
  event.preventDefault()
  open.value = !open.value
})
</script>

<template>
  <v-menu v-model="open" attach="main" location="end" max-width="340" :close-on-content-click="false">
    <template #activator="{ props: activator }">
      <span ref="place"
        ><v-btn
          v-bind="activator"
          variant="text"
          size="x-small"
          class="hint-button"
          tabindex="-1"
          :aria-label="`What is this? ${hint.title} (F1)`"
          :data-test="`hint-${of}`"
          @click.stop
          @mousedown.stop
          >?</v-btn
        ></span
      >
    </template>
    <v-card class="hint" role="dialog" :aria-label="hint.title" tabindex="0" :data-test="`hint-text-${of}`">
      <h3>{{ hint.title }}</h3>
      <HelpCheckSketch v-if="hint.mark" :mark="hint.mark" :label="`${hint.title} on a check`" />
      <p>{{ hint.text }}</p>
    </v-card>
  </v-menu>
</template>

<style scoped>
.hint-button {
  min-width: 22px;
  width: 22px;
  height: 22px;
  padding: 0;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.35);
  border-radius: 50%;
}
.hint {
  padding: 12px 14px;
  font-size: var(--text-note);
}
.hint h3 {
  font: 600 0.95rem/1.3 var(--v-font-heading);
  margin: 0 0 6px;
}
</style>
