<script setup lang="ts">
import { alignments, type Alignment } from '#core/paper/arrange'
import { kindNames } from '#core/paper/kinds'
import type { Unit } from '#core/paper/length'
import { isBoxed, isLettered, type Field, type Layout } from '#core/paper/layout'
import { roleNames, rolesOf, type Stock } from '#core/paper/stock'
import type { LayoutEditor } from '~/composables/layouts/useLayoutEditor'

/**
 * All that can be set of the chosen field; what a company has of its own is marked, with the way back to the
 * common setting.
 */
const props = defineProps<{
  editor: LayoutEditor
  field: Field
  layout: Layout
  stock: Stock
  unit: Unit
  companyName: string
}>()

const set = (change: Record<string, unknown>): void => props.editor.setField(props.field.id, change)
const mine = computed(() => props.editor.own.value.fields[props.field.id] ?? {})
const added = computed(() => props.editor.own.value.added.some(f => f.id === props.field.id))
const ownNames: Readonly<Record<string, string>> = {
  x: 'left',
  y: 'top',
  w: 'width',
  h: 'height',
  on: 'on or off',
  type: 'letters',
  caption: 'caption',
  turn: 'turn',
  ink: 'ink',
  pattern: 'pattern',
  columns: 'columns',
}

const alignTitles: Readonly<Record<Alignment, string>> = {
  left: 'Left edges',
  center: 'Centers',
  right: 'Right edges',
  top: 'Top edges',
  middle: 'Middles',
  foot: 'Lower edges',
}
const several = computed(() => props.editor.chosen.value.length > 1)
</script>

<template>
  <div class="form" data-test="field-form">
    <template v-if="several">
      <h2>{{ editor.chosen.value.length }} fields</h2>
      <p class="quiet small">Aligned to the field you chose first.</p>
      <div class="wrap">
        <v-btn v-for="a in alignments" :key="a" size="x-small" @click="editor.align(a)">
          {{ alignTitles[a] }}
        </v-btn>
      </div>
      <div class="wrap">
        <v-btn size="x-small" :disabled="editor.chosen.value.length < 3" @click="editor.distribute('across')">
          Distribute horizontally
        </v-btn>
        <v-btn size="x-small" :disabled="editor.chosen.value.length < 3" @click="editor.distribute('down')">
          Distribute vertically
        </v-btn>
      </div>
    </template>
    <template v-else>
      <h2>
        {{ kindNames[field.kind] }} <span class="quiet small">{{ field.id }}</span>
      </h2>
      <v-alert
        v-if="editor.scope.value && (added || Object.keys(mine).length)"
        color="primary"
        class="own"
        data-test="own"
      >
        <template v-if="added"> {{ companyName }} has its own field here. </template>
        <template v-else>
          Only for {{ companyName }}:
          <span v-for="key in Object.keys(mine)" :key="key" class="own-one"
            >{{ ownNames[key] ?? key }}
            <v-btn
              size="x-small"
              variant="text"
              :aria-label="`${ownNames[key] ?? key}: common again`"
              @click="editor.common({ field: field.id, property: key })"
              >common again</v-btn
            ></span
          >
        </template>
      </v-alert>
      <p v-else-if="editor.scope.value" class="quiet small">Same for all companies.</p>
      <template v-if="isBoxed(field)">
        <div class="pair">
          <LengthField
            label="Left"
            :model-value="field.x"
            :unit="unit"
            :least="-50"
            :disabled="field.locked"
            @update:model-value="set({ x: $event })"
          />
          <LengthField
            label="Top"
            :model-value="field.y"
            :unit="unit"
            :least="-50"
            :disabled="field.locked"
            @update:model-value="set({ y: $event })"
          />
          <LengthField
            label="Width"
            :model-value="field.w"
            :unit="unit"
            :disabled="field.locked"
            @update:model-value="set({ w: $event })"
          />
          <LengthField
            label="Height"
            :model-value="field.h"
            :unit="unit"
            :disabled="field.locked"
            @update:model-value="set({ h: $event })"
          />
        </div>
        <v-select
          label="Panel"
          :model-value="field.panel"
          :items="rolesOf(stock).map(r => ({ title: roleNames[r], value: r }))"
          hide-details
          @update:model-value="set({ panel: $event })"
        />
      </template>
      <template v-else>
        <p class="quiet small">Its position is set by the standard. You can nudge it within the tolerance.</p>
        <div class="pair">
          <LengthField
            label="Nudge right"
            :model-value="field.nudge.x"
            :unit="unit"
            :least="-5"
            :most="5"
            @update:model-value="set({ nudge: { ...field.nudge, x: $event } })"
          />
          <LengthField
            label="Nudge down"
            :model-value="field.nudge.y"
            :unit="unit"
            :least="-5"
            :most="5"
            @update:model-value="set({ nudge: { ...field.nudge, y: $event } })"
          />
        </div>
      </template>
      <TableFieldKind :field="field" :unit="unit" @set="set" />
      <TableFieldType v-if="'type' in field" :field="field" @set="set" />
      <TableFieldColumns
        v-if="field.kind === 'stubTable'"
        :field="field"
        :locale="layout.locale"
        :unit="unit"
        @set="set"
      />
      <TableFieldCaption
        v-if="isLettered(field) && field.kind !== 'crossing'"
        :field="field"
        :locale="layout.locale"
        @set="set"
      />
    </template>
    <div class="wrap acts">
      <v-btn size="x-small" @click="editor.order('front')"> Bring to front </v-btn>
      <v-btn size="x-small" @click="editor.order('back')"> Send to back </v-btn>
      <v-btn size="x-small" @click="editor.lock(!(isBoxed(field) && field.locked))">
        {{ isBoxed(field) && field.locked ? 'Unlock' : 'Lock' }}
      </v-btn>
      <v-btn size="x-small" @click="editor.copy()"> Copy </v-btn>
      <v-btn size="x-small" color="error" data-test="remove-field" @click="editor.remove()">
        Take away
      </v-btn>
    </div>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: var(--space-2);
  align-content: start;
}
h2 {
  font: 600 0.875rem/1.5 var(--v-font-body);
}
.small {
  font-size: var(--text-small);
  font-weight: 400;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-2);
}
.wrap {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1);
}
.own {
  font-size: var(--text-small);
}
.own-one {
  display: block;
}
.acts {
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.12);
  padding-top: 10px;
}
</style>
