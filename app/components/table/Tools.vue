<script setup lang="ts">
import { mdiGrid, mdiImageMultipleOutline, mdiMagnet, mdiRedo, mdiTable, mdiUndo } from '@mdi/js'
import type { LayoutEditor } from '~/composables/layouts/useLayoutEditor'
import type { LayoutSeen } from '~/composables/layouts/useLayoutSeen'
import type { SheetZoom } from '~/composables/layouts/useSheetZoom'
import { useOffice } from '~/stores/office'

/** The tools above the Light table. `scanned`: a scan lies under the sheet. */
const props = defineProps<{
  editor: LayoutEditor
  seen: LayoutSeen
  zoom: SheetZoom
  scopes: readonly { readonly title: string; readonly value: string }[]
  scanned: boolean
}>()
defineEmits<{ undo: []; redo: []; scan: [] }>()
const snap = defineModel<boolean>('snap', { required: true })
const grid = defineModel<boolean>('grid', { required: true })
const asTable = defineModel<boolean>('asTable', { required: true })
const fade = defineModel<number>('fade', { required: true })

const office = useOffice()
const { scope } = props.editor
const { sampleName, accountId } = props.seen
const accounts = computed(() => props.seen.accounts.value ?? [])
</script>

<template>
  <div class="tools" role="toolbar" aria-label="Light table">
    <v-select
      v-model="scope"
      :items="scopes"
      label="Apply changes to"
      hide-details
      class="scope"
      data-test="scope"
    />
    <v-select
      v-if="accounts.length > 1"
      :model-value="seen.view.value?.account.id"
      :items="accounts.map(a => ({ title: a.account.name, value: a.account.id }))"
      label="Preview with account"
      hide-details
      class="with"
      @update:model-value="accountId = $event"
    />
    <v-select
      v-model="sampleName"
      :items="seen.samples.value.map(s => s.name)"
      label="Sample"
      hide-details
      class="with"
      data-test="sample-choice"
    />
    <v-btn-toggle
      v-model="office.unit"
      mandatory
      density="compact"
      variant="outlined"
      color="primary"
      aria-label="Unit"
    >
      <v-btn value="in" size="small"> in </v-btn><v-btn value="mm" size="small"> mm </v-btn>
    </v-btn-toggle>
    <v-btn
      :icon="mdiUndo"
      size="small"
      variant="text"
      aria-label="Undo"
      :disabled="!editor.work.value?.done.length"
      data-test="undo"
      @click="$emit('undo')"
    />
    <v-btn
      :icon="mdiRedo"
      size="small"
      variant="text"
      aria-label="Redo"
      :disabled="!editor.work.value?.undone.length"
      data-test="redo"
      @click="$emit('redo')"
    />
    <TableToolSwitch
      v-model="snap"
      :icon="mdiMagnet"
      name="Snap; Alt lets go"
      tip="Snap to edges and fields; Alt lets go"
    />
    <TableToolSwitch
      v-model="grid"
      :icon="mdiGrid"
      name="Snap to a grid"
      tip="Snap to a grid of 1 mm or 1/16 in"
    />
    <TableToolSwitch v-model="asTable" :icon="mdiTable" name="Edit as table" data-test="as-table" />
    <v-btn
      :icon="mdiImageMultipleOutline"
      size="small"
      variant="text"
      aria-label="Scan of the stock"
      title="Show a scan of the real stock behind the layout"
      data-test="scan"
      @click="$emit('scan')"
    />
    <v-slider
      v-if="scanned"
      v-model="fade"
      :min="0"
      :max="100"
      hide-details
      density="compact"
      class="fade"
      aria-label="Scan opacity"
    />
    <TableZoom :zoom="zoom" />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  align-items: center;
  gap: var(--space-1);
  padding: 5px 0 8px;
  flex-wrap: wrap;
}
.tools :deep(.v-field__input) {
  font-size: var(--text-note);
  padding-inline-end: 0;
}
.tools :deep(.v-field) {
  --v-field-padding-start: 10px;
  --v-field-padding-end: 4px;
}
.scope {
  max-width: 11rem;
  min-width: 150px;
}
.with {
  max-width: 8rem;
  min-width: 104px;
}
.fade {
  max-width: 90px;
  min-width: 80px;
}
</style>
