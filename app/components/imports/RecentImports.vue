<script setup lang="ts">
import { earlierChecksText } from '#core/imports/importEarlierChecks'
import { importText, type ImportedFile } from '#core/imports/importRows'
import { stayedText } from '#core/imports/undoImport'
import { readImports } from '~/data/imports/importDesk'
import { momentText } from '~/data/office/office'
import { useOffice } from '~/stores/office'

/** What came in out of files lately, each to be taken back as a whole. */
const intakes = useLive(readImports)
const office = useOffice()
const { busy, refusal, act } = useAct()
const asked = ref('')
const toldOf = (of: ImportedFile): string =>
  of.numbers ? earlierChecksText({ ...of, numbers: of.numbers }) : importText(of)
async function undoChange(of: ImportedFile) {
  asked.value = of.id
  const name = of.numbers ? 'undoEarlierChecks' : 'undoImport'
  const done = await act(name, { intakeId: of.id })
  if (!done?.ok) return
  const stayed = done.value.intakes[0]?.stayed
  const text = stayed && stayedText(stayed)
  office.said = `Undid the import of ${of.file}${text ? `; ${text}` : ''}.`
}
</script>

<template>
  <v-card v-if="intakes?.length" class="last" data-test="intake-last">
    <h2>Recent imports</h2>
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">When</th>
          <th scope="col">File</th>
          <th scope="col">Result</th>
          <th scope="col">Undo</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="of in intakes" :key="of.id">
          <td>{{ momentText(of.at) }}, {{ of.by }}</td>
          <td>{{ of.file }}</td>
          <td>{{ toldOf(of) }}</td>
          <td>
            <span v-if="of.takenBack" class="quiet"
              >undone {{ momentText(of.takenBack)
              }}{{ of.stayed && stayedText(of.stayed) ? `; ${stayedText(of.stayed)}` : '' }}</span
            >
            <template v-else>
              <v-btn
                size="small"
                :loading="busy && asked === of.id"
                :aria-label="`Undo import of ${of.file}`"
                data-test="intake-back"
                @click="undoChange(of)"
                >Undo import</v-btn
              >
              <span v-if="refusal && asked === of.id" class="text-error why" role="alert">{{
                refusal.text
              }}</span>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </v-card>
</template>

<style scoped>
.last {
  overflow-x: auto;
}
.why {
  display: block;
  font-size: var(--text-tiny);
}
</style>
