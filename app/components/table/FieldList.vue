<script setup lang="ts">
import { mdiLock } from '@mdi/js'
import { fieldKinds, kindNames, type FieldKind } from '#core/paper/kinds'
import { isBoxed, type Field, type Layout } from '#core/paper/layout'
import { panelRoles, roleNames, rolesOf, type Stock } from '#core/paper/stock'
import type { LayoutEditor } from '~/composables/layouts/useLayoutEditor'
import { newField } from '#core/paper/newField'

const props = defineProps<{
  editor: LayoutEditor
  layout: Layout
  stock: Stock
  notes: ReadonlyMap<string, 'error' | 'warning'>
}>()
const adding = ref(false)

const groups = computed(() =>
  panelRoles
    .filter(role => rolesOf(props.stock).includes(role) || props.layout.fields.some(f => f.panel === role))
    .map(role => ({ role, name: roleNames[role], fields: props.layout.fields.filter(f => f.panel === role) }))
    .filter(g => g.fields.length),
)
/** Fields of one kind on one panel are told apart by their key. */
const nameOf = (field: Field, of: readonly Field[]): string =>
  of.filter(o => o.kind === field.kind).length > 1
    ? `${kindNames[field.kind]}, ${field.id}`
    : kindNames[field.kind]

type Added = Exclude<FieldKind, 'image'>
function add(kind: Added) {
  adding.value = false
  const made = newField(kind, props.layout, props.stock)
  props.editor.take({ ...props.layout, fields: [...props.layout.fields, made] })
  props.editor.choose(made.id)
}
const choices = computed(() =>
  fieldKinds.filter(
    (k): k is Added => k !== 'image' && !(k === 'micr' && props.layout.fields.some(f => f.kind === 'micr')),
  ),
)
</script>

<template>
  <div class="fields" data-test="field-list">
    <v-menu v-model="adding" attach="main" :close-on-content-click="true" max-height="420">
      <template #activator="{ props: opener }">
        <v-btn v-bind="opener" size="small" block data-test="add-field"> Add field </v-btn>
      </template>
      <v-list density="compact" role="menu" aria-label="Kinds of fields">
        <v-list-item v-for="k in choices" :key="k" role="menuitem" :title="kindNames[k]" @click="add(k)" />
      </v-list>
    </v-menu>
    <section v-for="g in groups" :key="g.role" :aria-label="g.name">
      <h2>{{ g.name }}</h2>
      <ul>
        <li v-for="f in g.fields" :key="f.id" :class="{ chosen: editor.ids.value.has(f.id), off: !f.on }">
          <input
            type="checkbox"
            role="switch"
            :checked="f.on"
            :aria-label="`${nameOf(f, g.fields)} on`"
            @change="editor.setField(f.id, { on: !f.on })"
          />
          <button
            type="button"
            :aria-pressed="editor.ids.value.has(f.id)"
            @click="editor.choose(f.id, $event.shiftKey || $event.ctrlKey || $event.metaKey)"
          >
            <span class="one-line">{{ nameOf(f, g.fields) }}</span>
            <svg v-if="isBoxed(f) && f.locked" viewBox="0 0 24 24" width="12" height="12" aria-label="locked">
              <path :d="mdiLock" fill="currentColor" />
            </svg>
            <span v-if="notes.get(f.id)" class="note" :class="notes.get(f.id)">{{
              notes.get(f.id) === 'error' ? 'wrong' : 'look'
            }}</span>
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  gap: var(--space-2);
  align-content: start;
}
h2 {
  font: 500 var(--text-small) / 1.5 var(--v-font-body);
  color: rgb(var(--v-theme-secondary));
  margin: 4px 0 2px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  border-radius: 5px;
  padding-left: 5px;
}
li.chosen {
  background: rgba(var(--v-theme-primary), 0.14);
}
li.off button {
  color: rgb(var(--v-theme-secondary));
}
li button {
  flex: 1;
  min-width: 0;
  text-align: left;
  padding: 3.5px 4px;
  display: flex;
  align-items: center;
  gap: var(--space-1);
  font-size: var(--text-note);
}
.one-line {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
input {
  width: 14px;
  height: 14px;
  accent-color: rgb(var(--v-theme-primary));
  flex: none;
}
.note {
  margin-left: auto;
  font-size: var(--text-tiny);
}
.note.error {
  color: rgb(var(--v-theme-error));
}
.note.warning {
  color: rgb(var(--v-theme-warning));
}
</style>
