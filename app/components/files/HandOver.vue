<script setup lang="ts">
import { momentText } from '~/data/office/office'

/** The office goes to another desk, and comes back: never at two at once. */
const { handed, to, busy, fault, at, handOver, saveFile, continueOffice, file } = useHandOver()
const { passphrase, doing, fault: fileFault } = file
const nobodyElse = ref(false)
</script>

<template>
  <v-card class="part" data-test="handing">
    <h2>Hand over to another computer</h2>
    <template v-if="!handed">
      <p>
        Two computers with the same office would use the same check numbers. After you hand the office over,
        nothing can be changed here; work continues on the other computer from the saved file.
      </p>
      <v-form class="form" @submit.prevent="handOver()">
        <v-text-field
          v-model="to"
          label="Hand over to (person or computer)"
          :error-messages="at('to')"
          maxlength="60"
          autocomplete="off"
          hide-details="auto"
          data-test="hand-to"
        />
        <v-text-field
          v-model="passphrase"
          type="password"
          label="Passphrase (optional, locks the file)"
          autocomplete="new-password"
          hide-details
          data-test="hand-phrase"
        />
        <v-btn type="submit" :loading="busy || !!doing" data-test="hand-over">Hand over and save file</v-btn>
      </v-form>
    </template>
    <template v-else>
      <p data-test="handed">
        Handed over to <strong>{{ handed.to }}</strong> by {{ handed.by }}, {{ momentText(handed.at) }}.
        Nothing can be changed here until {{ handed.fromHere ? 'it is taken back' : 'work continues here' }}.
      </p>
      <template v-if="handed.fromHere">
        <p>
          Give the file to {{ handed.to }}. When you get a newer file back, restore that. If nobody opened it
          there, take the office back.
        </p>
        <v-btn :loading="!!doing" data-test="hand-file" @click="saveFile()">Save file again</v-btn>
        <v-checkbox
          v-model="nobodyElse"
          label="Nobody has worked in the other copy"
          density="compact"
          hide-details
          data-test="hand-sure"
        />
        <v-btn :disabled="!nobodyElse" :loading="busy" data-test="hand-back" @click="continueOffice(true)"
          >Take office back</v-btn
        >
      </template>
      <template v-else>
        <p>This is the copy that was handed over. Continue here to use its check numbers on this computer.</p>
        <v-btn
          color="primary"
          variant="flat"
          :loading="busy"
          data-test="hand-on"
          @click="continueOffice(false)"
          >Continue here</v-btn
        >
      </template>
    </template>
    <v-alert v-if="fileFault || (fault && !at('to').length)" type="error" :text="fileFault || fault" />
  </v-card>
</template>

<style scoped>
.form {
  display: grid;
  gap: var(--space-3);
  width: min(360px, 100%);
  justify-items: start;
}
.form > .v-input {
  width: 100%;
}
</style>
