<script setup lang="ts">
/** One step of a run: folded to a line when done, open when it is its turn, a bare title before. */
const props = defineProps<{
  order: number
  name: string
  state: 'done' | 'open' | 'later'
  line?: string
  again?: boolean
}>()
const emit = defineEmits<{ again: [] }>()
const body = ref<HTMLElement>()
// When a step opens, the focus stands on what is done next in it. Its content may come a moment later.
watch(
  [() => props.state, body],
  ([state, at]) => {
    if (state === 'open' && at) focusNext(at)
  },
  { flush: 'post' },
)
</script>

<template>
  <section
    class="step"
    :class="state"
    :aria-label="`Step ${order}, ${name}`"
    :aria-current="state === 'open' ? 'step' : undefined"
  >
    <header>
      <span class="order" aria-hidden="true">{{ order }}</span>
      <h2>{{ name }}</h2>
      <span v-if="state === 'done'" class="line">{{ line }}</span>
      <v-btn v-if="state === 'done' && again" size="small" variant="text" @click="emit('again')">
        Edit
      </v-btn>
    </header>
    <div v-if="state === 'open'" ref="body" class="body">
      <slot />
    </div>
  </section>
</template>

<style scoped>
.step {
  border-left: 2px solid rgba(var(--v-theme-on-surface), 0.18);
  padding: 0 0 12px 20px;
  margin-left: 13px;
}
.step.open {
  border-color: rgb(var(--v-theme-primary));
}
header {
  display: flex;
  align-items: center;
  gap: var(--space-3);
  min-height: 34px;
  margin-left: -34px;
}
.order {
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border-radius: 50%;
  font-weight: 600;
  font-size: var(--text-note);
  background: rgb(var(--v-theme-surface-variant));
  color: rgb(var(--v-theme-on-surface-variant));
}
.open .order {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
.later h2 {
  color: rgb(var(--v-theme-secondary));
  font-weight: 500;
}
.line {
  color: rgb(var(--v-theme-secondary));
}
.body {
  padding: 8px 0 6px;
}
</style>
