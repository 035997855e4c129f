<script setup lang="ts">
import { momentTold } from '~/data/office'

/** The office goes to another desk, and comes back: never at two at once. */
const { handed, to, busy, fault, at, handOver, saveFile, takeOn, file } = useHandOver()
const { passphrase, doing, fault: fileFault } = file
const nobodyElse = ref(false)
</script>

<template>
  <v-card class="part" data-test="handing">
    <h2>Hand over to another machine</h2>
    <template v-if="!handed">
      <p>
        Two desks with the same office would use the same numbers. Once it is handed over nothing more is done
        here; the file that is saved goes on at the other desk.
      </p>
      <v-form class="form" @submit.prevent="handOver()">
        <v-text-field
          v-model="to"
          label="To whom, or to which machine"
          :error-messages="at('to')"
          maxlength="60"
          autocomplete="off"
          hide-details="auto"
          data-test="hand-to"
        />
        <v-text-field
          v-model="passphrase"
          type="password"
          label="Passphrase, where the file handed over is to be locked"
          autocomplete="new-password"
          hide-details
          data-test="hand-phrase"
        />
        <v-btn type="submit" :loading="busy || !!doing" data-test="hand-over"
          >Hand over, and save the file</v-btn
        >
      </v-form>
    </template>
    <template v-else>
      <p data-test="handed">
        Handed over to <strong>{{ handed.to }}</strong> by {{ handed.by }}, {{ momentTold(handed.at) }}.
        Nothing is done here until it is {{ handed.fromHere ? 'taken back' : 'taken on' }}.
      </p>
      <template v-if="handed.fromHere">
        <p>
          Give the file to {{ handed.to }}. When it comes back as a newer file, restore that one. Where it
          never was taken on there, take the office back as it stands.
        </p>
        <v-btn :loading="!!doing" data-test="hand-file" @click="saveFile()">Save the file once more</v-btn>
        <v-checkbox
          v-model="nobodyElse"
          label="Nobody took it on there"
          density="compact"
          hide-details
          data-test="hand-sure"
        />
        <v-btn :disabled="!nobodyElse" :loading="busy" data-test="hand-back" @click="takeOn(true)"
          >Take it back</v-btn
        >
      </template>
      <template v-else>
        <p>This is the copy that went over: take it on, and its numbers go on here.</p>
        <v-btn color="primary" variant="flat" :loading="busy" data-test="hand-on" @click="takeOn(false)"
          >Take it on here</v-btn
        >
      </template>
    </template>
    <v-alert v-if="fileFault || (fault && !at('to').length)" type="error" :text="fileFault || fault" />
  </v-card>
</template>

<style scoped>
.form {
  display: grid;
  gap: 12px;
  width: min(360px, 100%);
  justify-items: start;
}
.form > .v-input {
  width: 100%;
}
</style>
