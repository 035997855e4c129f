<script setup lang="ts">
/** Finds anything in the office by number, name, amount or words; arrow keys choose, Enter opens. */
const props = defineProps<{
  /** What was typed since it was asked for. */
  early: string
  /** Where the focus was. */
  before: Element | null
}>()
const emit = defineEmits<{ ready: []; close: [] }>()
const { typed, groups, chosen, step, looking, fault } = useFind(props.early)
const input = useTemplateRef<HTMLInputElement>('input')
watch(input, field => {
  if (!field) return
  typed.value = props.early
  field.focus()
  emit('ready')
})
const open = ref(true)
function leave(): void {
  open.value = false
  emit('close')
  const { before } = props
  // Opened again at once, it keeps the focus.
  setTimeout(() => {
    if (document.querySelector('.v-dialog.v-overlay--active')) return
    if (before instanceof HTMLElement && before.isConnected) before.focus()
  })
}
const route = useRoute()
async function go(to: string): Promise<void> {
  const from = route.path
  open.value = false
  emit('close')
  await navigateTo(to)
  if (route.path === from) focusHeading()
}
const steps: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1 }
/** Enter was pressed before the answer came: the first result is opened once it is there. */
const isAsked = ref(false)
watch(looking, now => {
  if (now || !isAsked.value) return
  isAsked.value = false
  if (chosen.value) void go(chosen.value.to)
})
watch(typed, () => (isAsked.value = false))
function onKey(event: KeyboardEvent): void {
  const by = steps[event.key]
  if (by) step(by)
  else if (event.key === 'Enter' && looking.value) isAsked.value = true
  else if (event.key === 'Enter' && chosen.value) void go(chosen.value.to)
  else if (event.key === 'Escape') leave()
  else return
  event.preventDefault()
}
const idOf = (id: string): string => `found-${id.replaceAll(/[^\w-]/g, '_')}`
watch(chosen, hit => {
  if (hit) void nextTick(() => document.getElementById(idOf(hit.id))?.scrollIntoView({ block: 'nearest' }))
})
/** Said only where it takes its time. */
const lookingLong = refDebounced(looking, 600)
const nothing = computed(() => Boolean(typed.value.trim()) && !looking.value && !groups.value.length)
</script>

<template>
  <v-dialog :model-value="open" max-width="640" aria-label="Find" class="find" @update:model-value="leave()">
    <v-card class="box" data-test="find-dialog">
      <!-- eslint-disable-next-line vuejs-accessibility/form-control-has-label -->
      <input
        ref="input"
        v-model="typed"
        class="field"
        type="text"
        role="combobox"
        aria-label="Find a number, name, amount, memo or page"
        aria-autocomplete="list"
        aria-controls="find-results"
        :aria-expanded="groups.length > 0"
        :aria-activedescendant="chosen && idOf(chosen.id)"
        placeholder="4055, Cobalt, 1,204.50"
        autocomplete="off"
        spellcheck="false"
        maxlength="100"
        data-test="find-typed"
        @keydown="onKey"
      />
      <div id="find-results" role="listbox" aria-label="Results" class="results" tabindex="-1">
        <div v-for="g in groups" :key="g.kind" role="group" :aria-label="g.title">
          <p class="group" role="presentation">
            {{ g.title }}<span v-if="g.more > 0">, {{ g.more.toLocaleString('en-US') }} more</span>
          </p>
          <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/interactive-supports-focus -->
          <div
            v-for="h in g.hits"
            :id="idOf(h.id)"
            :key="h.id"
            role="option"
            :aria-selected="h.id === chosen?.id"
            class="hit"
            :class="{ here: h.id === chosen?.id }"
            :data-test="`hit-${g.kind}`"
            @click="go(h.to)"
          >
            <span class="title">{{ h.title }}</span> <span class="quiet">{{ h.note }}</span>
          </div>
        </div>
      </div>
      <p v-if="nothing" class="quiet says" data-test="find-nothing">
        Nothing in this office has “{{ typed.trim() }}”.
      </p>
      <p v-else-if="!typed.trim()" class="quiet says">
        Type a check or bill number, a name, an amount, words of a memo, or the name of a page.
      </p>
      <p v-if="looking && lookingLong" class="quiet says" data-test="find-reading">
        Looking through the whole office. More may be found.
      </p>
      <p v-if="fault" class="text-warning says" role="alert">{{ fault }}</p>
      <p class="d-sr-only" role="status">
        {{ typed.trim() && !looking ? `${groups.reduce((n, g) => n + g.hits.length, 0)} results` : '' }}
      </p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.find :deep(.v-overlay__content) {
  align-self: start;
  margin-top: min(12vh, 90px);
}
.box {
  padding: 12px;
}
.field {
  min-height: 42px;
  padding: 6px 12px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.45);
  border-radius: 6px;
  font: inherit;
  font-size: 1.1rem;
  color: inherit;
  background: transparent;
}
.results {
  overflow-y: auto;
  max-height: min(56vh, 460px);
}
.group {
  padding: 10px 12px 2px;
  font-size: var(--text-small);
  color: rgb(var(--v-theme-secondary));
}
.hit {
  display: flex;
  gap: var(--space-3);
  justify-content: space-between;
  padding: 6px 12px;
  border-radius: 6px;
  cursor: pointer;
}
.hit:hover {
  background: rgba(var(--v-theme-primary), 0.06);
}
.hit.here {
  background: rgba(var(--v-theme-primary), 0.13);
  outline: 1px solid rgb(var(--v-theme-primary));
  outline-offset: -1px;
}
.title {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 500;
}
.hit .quiet {
  flex: none;
  max-width: 60%;
  font-size: var(--text-small);
  align-self: center;
}
.says {
  padding: 12px 12px 4px;
}
@media (max-width: 30em) {
  .hit {
    display: block;
  }
  .hit .quiet {
    max-width: none;
  }
}
</style>
