<script setup lang="ts">
import type { Id } from '#core/base/id'
import type { ListKey, ListName } from '~/data/files/lists'

/** Saves what a list shows now as a file: all rows that its filter takes, those too that are not drawn. */
const props = defineProps<{
  list: ListName
  companyId: Id<'company'>
  /** The keys of the rows that the filter takes, found when they are wanted. */
  keys: () => readonly ListKey[] | Promise<readonly ListKey[]>
}>()
const { doing, fault, save } = useExport()
const kinds = [
  { as: 'csv', title: 'As CSV' },
  { as: 'xlsx', title: 'As Excel workbook' },
] as const
const saveAs = (as: 'csv' | 'xlsx'): Promise<void> =>
  save(async () => ({
    list: props.list,
    companyId: props.companyId,
    days: { from: '', to: '' },
    as,
    only: await props.keys(),
  }))
</script>

<template>
  <v-menu attach="main">
    <template #activator="{ props: on }">
      <v-btn v-bind="on" size="small" density="compact" variant="text" :loading="doing" data-test="save-shown"
        >Save this list</v-btn
      >
    </template>
    <v-list density="compact" role="menu" aria-label="Save this list as">
      <v-list-item
        v-for="k in kinds"
        :key="k.as"
        :title="k.title"
        role="menuitem"
        :data-test="`save-shown-${k.as}`"
        @click="saveAs(k.as)"
      />
    </v-list>
  </v-menu>
  <span v-if="fault" class="text-error" role="alert">{{ fault }}</span>
</template>
