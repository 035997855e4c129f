<script setup lang="ts">
/** A question with its effect and one plain verb; what is asked for stands in the slot. */
defineProps<{
  title: string
  verb: string
  ready: boolean
  busy?: boolean
  fault?: string
  danger?: boolean
  /** The answer that does nothing, where “Cancel” could be read as cancelling a payment. */
  leave?: string
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ go: [] }>()
/** Escape in an open list of suggestions closes the list: the question and what was typed stay. */
let listClosed = false
function holdForList({ target }: KeyboardEvent) {
  listClosed = (target as HTMLElement).closest('[aria-expanded="true"]') !== null
  setTimeout(() => (listClosed = false))
}
const shown = computed({
  get: () => open.value,
  set: on => {
    if (on || !listClosed) open.value = on
  },
})
</script>

<template>
  <v-dialog v-model="shown" max-width="560" :aria-label="title">
    <v-card class="ask" @keydown.esc.capture="holdForList">
      <h2>{{ title }}</h2>
      <v-form class="inner" @submit.prevent="ready && emit('go')">
        <slot />
        <v-alert v-if="fault" type="error" :text="fault" />
        <div class="row">
          <v-btn
            type="submit"
            :color="danger ? 'error' : 'primary'"
            variant="flat"
            :disabled="!ready"
            :loading="busy"
            data-test="ask-go"
          >
            {{ verb }}
          </v-btn>
          <v-btn variant="text" @click="open = false"> {{ leave ?? 'Cancel' }} </v-btn>
        </div>
      </v-form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.ask {
  padding: 18px;
  display: grid;
  gap: var(--space-3);
}
.inner {
  display: grid;
  gap: var(--space-3);
}
.row {
  display: flex;
  gap: var(--space-3);
}
</style>
