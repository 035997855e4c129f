<script setup lang="ts">
import { operatorName, setOperatorName } from '~/data/office'
import { reasonKinds, type ReasonKind } from '#core/office/settings'
import { readKeepDays, readReasons } from '~/data/settings'
import { startOver } from '~/data/start'
import { useOffice } from '~/stores/office'

const office = useOffice()
const name = ref(operatorName())
const sure = ref(false)

const naming = useAct()
async function keepName() {
  if (!(await naming.did('nameOperator', { name: name.value }))) return
  setOperatorName(name.value)
  name.value = operatorName()
  office.said = `Your name is now ${name.value}.`
}
const kind = ref<ReasonKind>('spoiled')
const keptReasons = useLive(
  () => readReasons(kind.value),
  () => kind.value,
)
const reasons = ref('')
watch(keptReasons, list => {
  reasons.value = (list ?? []).join('\n')
})
const listing = useAct()
async function keepThem() {
  const list = { id: kind.value, reasons: reasons.value.split('\n') }
  if (await listing.did('keepReasons', list)) office.said = 'Reasons saved.'
}
const keeping = useAct()
async function keepFor(days: number | null) {
  if (await keeping.did('keepPapersFor', { days })) office.said = 'Saved how long PDFs are kept.'
}
const keepDays = useLive(readKeepDays)

async function forget() {
  await startOver()
  await navigateTo('/')
}
</script>

<template>
  <div class="page">
    <PageHead title="Files" />
    <div class="scroll parts">
      <v-card class="part">
        <h2>Your name</h2>
        <p class="quiet">Recorded in the trail with everything you do in this browser.</p>
        <v-form class="row" @submit.prevent="keepName">
          <v-text-field
            v-model="name"
            label="Name"
            maxlength="60"
            :error-messages="naming.fault.value"
            autocomplete="off"
          />
          <v-btn type="submit" :loading="naming.busy.value" data-test="name-keep"> Save </v-btn>
        </v-form>
      </v-card>
      <v-card class="part">
        <h2>Import</h2>
        <p>
          Import payees, bills, payments, ledger accounts and earlier checks from a spreadsheet. You review
          every row first.
        </p>
        <v-btn to="/files/in" data-test="to-intake">Import file…</v-btn>
      </v-card>
      <FilesListsOut class="part" />
      <FilesJournal class="part" />
      <FilesBackup class="part whole" />
      <FilesFolder class="part" />
      <FilesHandOver class="part" />
      <v-card class="part">
        <h2>Trail</h2>
        <p>Everything that was done, by whom and when. Each line is chained to the one before.</p>
        <v-btn to="/trail" data-test="to-trail"> Open trail </v-btn>
      </v-card>
      <v-card class="part">
        <h2>Reasons</h2>
        <p class="quiet">Suggested wherever a reason is asked for. One per line.</p>
        <v-select
          v-model="kind"
          :items="Object.entries(reasonKinds).map(([value, title]) => ({ title, value }))"
          label="List"
          hide-details
          class="wide"
          data-test="reason-kind"
        />
        <v-textarea
          v-model="reasons"
          label="Reasons"
          rows="5"
          :error-messages="listing.fault.value"
          class="wide"
          data-test="reasons"
        />
        <v-btn :loading="listing.busy.value" data-test="reasons-keep" @click="keepThem"> Save list </v-btn>
      </v-card>
      <v-card class="part">
        <h2>PDFs of runs</h2>
        <p class="quiet">
          Saved in this browser with each run. What was printed on each check is kept forever, so a deleted
          PDF can be made again.
        </p>
        <v-select
          :model-value="keepDays ?? 0"
          :items="[
            { title: 'forever', value: 0 },
            { title: '30 days after the count-off', value: 30 },
            { title: '90 days after the count-off', value: 90 },
            { title: 'a year after the count-off', value: 365 },
          ]"
          label="Keep PDFs"
          hide-details
          class="wide"
          data-test="keep-days"
          :error-messages="keeping.fault.value"
          @update:model-value="keepFor($event || null)"
        />
      </v-card>
      <v-card class="part">
        <h2>Practice printer</h2>
        <p>
          A simulated printer for practice. It prints runs and fit sheets with the errors and faults of a real
          printer and shows every sheet as it came out.
        </p>
        <v-btn to="/practice/printer" data-test="to-practice"> Open practice printer </v-btn>
      </v-card>
      <FilesOffices class="part" />
      <v-card class="part">
        <h2>Start over</h2>
        <p>Deletes every company, account, payment and check number in this office. This cannot be undone.</p>
        <v-checkbox
          v-model="sure"
          label="Yes, delete everything in this office"
          hide-details
          density="compact"
        />
        <v-btn color="error" :disabled="!sure" data-test="start-over" @click="forget">
          Delete everything
        </v-btn>
      </v-card>
    </div>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  gap: 18px;
  align-content: start;
  grid-auto-rows: max-content;
  max-width: 640px;
}
.part {
  padding: 16px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
.wide {
  width: 100%;
  max-width: 420px;
}
.row {
  display: flex;
  gap: 12px;
  width: 100%;
  max-width: 420px;
  align-items: center;
}
</style>
