<script setup lang="ts">
import { freeCode, type LayoutRow } from '#core/paper/versions'
import type { LayoutTaken } from '~/composables/layouts/useLayoutImport'

/**
 * A layout from a file whose code is known here asks what it is to be: a new version of that one, one more
 * under another code, or nothing.
 */
const props = defineProps<{ taking: LayoutTaken; layouts: readonly LayoutRow[] }>()
const emit = defineEmits<{ leave: [] }>()
const { busy, fault, take } = useSaveLayoutFile()
const code = ref(freeCode(props.layouts, props.taking.layout.code))
const asking = computed({ get: () => true, set: () => emit('leave') })

async function asVersion(): Promise<void> {
  const { layout, known } = props.taking
  if (await take({ ...layout, id: known.key, code: known.layout.code }, known.revision)) emit('leave')
}
async function asAnother(): Promise<void> {
  const id = `own-${crypto.randomUUID().slice(0, 8)}`
  if (await take({ ...props.taking.layout, id, code: code.value.trim().slice(0, 12) }, 0)) emit('leave')
}
</script>

<template>
  <AskDialog
    v-model="asking"
    :title="`The code ${taking.layout.code} is already in use`"
    verb="Import as another layout"
    :ready="code.trim() !== ''"
    :busy="busy"
    :fault="fault"
    @go="asAnother"
  >
    <p>
      “{{ taking.known.layout.name }}”, {{ taking.known.layout.code }}, is here at version
      {{ taking.known.revision }}. The file {{ taking.file }} can be imported as its next version, or as
      another layout with its own code.
    </p>
    <v-btn :loading="busy" data-test="take-version" @click="asVersion">
      Import as version {{ taking.known.revision + 1 }} of {{ taking.known.layout.code }}
    </v-btn>
    <v-text-field
      v-model="code"
      v-first
      label="Code of the new layout"
      maxlength="12"
      hide-details
      data-test="take-code"
    />
  </AskDialog>
</template>
