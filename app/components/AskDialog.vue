<script setup lang="ts">
/** After the dialog has gone, and after what follows the act has had its turn. */
const BACK_MS = 200
/** A question with its effect and one plain verb; what is asked for stands in the slot. */
defineProps<{
  title: string
  verb: string
  ready: boolean
  busy?: boolean
  fault?: string
  danger?: boolean
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ go: [] }>()

/**
 * Where the focus stood when the question was asked: it comes back to it, or to the page's heading where that
 * is gone meanwhile.
 */
let from: HTMLElement | undefined
watch(
  open,
  (now, before) => {
    if (now) from = document.activeElement instanceof HTMLElement ? document.activeElement : undefined
    else if (before) giveBack()
  },
  { immediate: true, flush: 'sync' },
)
onBeforeUnmount(() => {
  if (open.value) giveBack()
})
/** Whether the focus stands where nobody put it: on nothing, in what goes away, on the heading it falls back to. */
function isAdrift(): boolean {
  const at = document.activeElement
  return !at?.isConnected || at.matches('body, .v-overlay, .v-overlay *, main h1')
}
function giveBack() {
  setTimeout(() => {
    if (!isAdrift()) return
    if (from?.isConnected && from !== document.body) from.focus({ preventScroll: true })
    else focusHeading()
  }, BACK_MS)
}
</script>

<template>
  <v-dialog v-model="open" max-width="560" :aria-label="title">
    <v-card class="ask">
      <h2>{{ title }}</h2>
      <v-form class="inner" @submit.prevent="ready && emit('go')">
        <slot />
        <v-alert v-if="fault" type="error" variant="tonal" density="compact" :text="fault" />
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
          <v-btn variant="text" @click="open = false"> Leave it </v-btn>
        </div>
      </v-form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.ask {
  padding: 18px;
  display: grid;
  gap: 14px;
}
.inner {
  display: grid;
  gap: 14px;
}
.row {
  display: flex;
  gap: 12px;
}
</style>
