<script setup lang="ts">
import { findTopics, guide, topicHtml } from '~/help/guide'

/** The topic of the page, a search over the whole manual, and its contents. */
const props = defineProps<{ here: string }>()
const search = ref('')
const chosen = ref(props.here)
const listing = ref(false)
watch(
  () => props.here,
  topic => {
    chosen.value = topic
    listing.value = false
    search.value = ''
  },
)
const topic = computed(() => guide.find(t => t.name === chosen.value) ?? guide[0])
const wanted = computed(() => (search.value ?? '').trim())
const list = computed(() => (wanted.value ? findTopics(wanted.value) : listing.value ? guide : undefined))
const heading = useTemplateRef<HTMLElement>('heading')
function open(name: string) {
  chosen.value = name
  search.value = ''
  listing.value = false
  void nextTick(() => heading.value?.focus())
}
</script>

<template>
  <v-text-field
    v-model="search"
    label="Search the manual"
    hide-details
    clearable
    autocomplete="off"
    class="find"
    data-test="help-find"
    @keydown.enter="list?.[0] && open(list[0].name)"
  />
  <div class="body" tabindex="0" role="region" aria-label="Manual">
    <template v-if="list">
      <ul v-if="list.length" class="topics">
        <li v-for="t in list" :key="t.name">
          <button type="button" @click="open(t.name)">{{ t.title }}</button>
        </li>
      </ul>
      <p v-else class="quiet">No page of the manual has these words.</p>
    </template>
    <template v-else-if="topic">
      <h3 ref="heading" tabindex="-1">{{ topic.title }}</h3>
      <!-- eslint-disable-next-line vue/no-v-html -- our own pages, bundled with the program -->
      <div class="topic" data-test="help-topic" v-html="topicHtml(topic)" />
    </template>
  </div>
  <div v-if="!list" class="more mb-2">
    <v-btn variant="text" data-test="help-contents" @click="listing = true">All topics</v-btn>
    <v-btn v-if="chosen !== 'keys'" variant="text" data-test="help-keys" @click="open('keys')">Keys</v-btn>
  </div>
</template>

<style scoped>
.find {
  flex: none;
  margin-bottom: 10px;
}
.body {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 0 4px 16px 2px;
}
h3 {
  font: 600 1.15rem/1.3 var(--v-font-heading);
  margin: 0 0 8px;
}
h3:focus {
  outline: none;
}
.topic :deep(:is(p, ol, ul)) {
  margin: 0 0 10px;
}
.topic :deep(:is(ol, ul)) {
  padding-left: 20px;
}
.topic :deep(li) {
  margin-bottom: 5px;
}
.topic :deep(h2) {
  font-size: 0.95rem;
  margin: 14px 0 6px;
}
.topic :deep(code) {
  padding: 0 4px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.25);
  border-radius: 3px;
  font-size: var(--text-small);
}
.more {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
}
.topics {
  list-style: none;
  padding: 0;
}
.topics button {
  width: 100%;
  padding: 7px 8px;
  text-align: left;
  border-radius: 6px;
}
.topics button:hover {
  background: rgba(var(--v-theme-primary), 0.07);
}
</style>
