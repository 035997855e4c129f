<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { topicOf } from '~/help/topics'
import { useOffice } from '~/stores/office'

/** The manual beside every page: `?` opens the topic of the page, Escape closes it. */
const props = defineProps<{ isFirst: boolean }>()
const office = useOffice()
const route = useRoute()
const here = computed(() => (props.isFirst ? 'first-steps' : topicOf(route.path)))
let before: Element | null = null
const panel = ref<HTMLElement>()
const title = useTemplateRef<HTMLElement>('title')

watch(
  () => office.help,
  isOpen => {
    if (isOpen) {
      before = document.activeElement
      void nextTick(() => title.value?.focus())
    } else if (before instanceof HTMLElement && panel.value?.contains(document.activeElement)) before.focus()
  },
  { flush: 'pre' },
)
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape' && panel.value?.contains(document.activeElement)) office.help = false
  if (!isSingleKey(event, '?')) return
  event.preventDefault()
  office.help = !office.help
})
</script>

<template>
  <aside v-if="office.help" ref="panel" class="help" aria-labelledby="help-title" data-test="help">
    <div class="head">
      <h2 id="help-title" ref="title" tabindex="-1">Help</h2>
      <v-btn
        :icon="mdiClose"
        variant="text"
        size="small"
        aria-label="Close help"
        data-test="help-close"
        @click="office.help = false"
      />
    </div>
    <LazyHelpTopics :here="here" />
  </aside>
</template>

<style scoped>
.help {
  position: fixed;
  inset: 0 0 0 auto;
  z-index: 1005;
  width: min(400px, 100vw);
  display: flex;
  flex-direction: column;
  padding: 14px 18px 0;
  background: rgb(var(--v-theme-surface));
  border-left: 1px solid rgba(var(--v-theme-on-surface), 0.25);
  box-shadow: var(--sheet-shadow);
}
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  margin-bottom: 8px;
}
.head h2:focus {
  outline: none;
}
</style>
