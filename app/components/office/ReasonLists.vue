<script setup lang="ts">
import { reasonKinds, type ReasonKind } from '#core/office/settings'
import { readReasons } from '~/data/office/settings'
import { useOffice } from '~/stores/office'

/** The reasons that are suggested wherever one is asked for, a list for each kind. */
const office = useOffice()
const kind = ref<ReasonKind>('spoiled')
const kept = useLive(
  () => readReasons(kind.value),
  () => kind.value,
)
const reasons = ref('')
watch(kept, list => {
  reasons.value = (list ?? []).join('\n')
})
const { busy, fault, succeeded } = useAct()
async function save() {
  const list = { id: kind.value, reasons: reasons.value.split('\n') }
  if (await succeeded('saveReasons', list)) office.said = 'Reasons saved.'
}
</script>

<template>
  <v-card>
    <h2>Reasons</h2>
    <p class="quiet">Suggested wherever a reason is asked for. One per line.</p>
    <v-select
      v-model="kind"
      :items="Object.entries(reasonKinds).map(([value, title]) => ({ title, value }))"
      label="List"
      hide-details
      data-test="reason-kind"
    />
    <v-textarea v-model="reasons" label="Reasons" rows="5" :error-messages="fault" data-test="reasons" />
    <v-btn :loading="busy" data-test="reasons-keep" @click="save">Save list</v-btn>
  </v-card>
</template>
