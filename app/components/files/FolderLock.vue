<script setup lang="ts">
import { momentText } from '~/data/office/office'

/** Whether the automatic backups are locked, and how they come to be. */
defineProps<{ since: string | undefined }>()
const { isOpen, passphrase, again, busy, fault, faults, isTried, made, ...acts } = useFolderLock()
const { make, saveAgain, lock, unlock, leave } = acts
</script>

<template>
  <div class="lock" data-test="folder-lock">
    <template v-if="since && !isOpen">
      <p>
        Locked since {{ momentText(since) }}. The key on paper opens them anywhere, the passphrase in this
        browser.
      </p>
      <v-btn variant="text" :disabled="busy" data-test="folder-unlock" @click="unlock()">Stop locking</v-btn>
    </template>
    <template v-else-if="!isOpen">
      <p>The files are not locked: whoever has the folder can read them.</p>
      <v-btn data-test="folder-lock-begin" @click="isOpen = true">Lock the files</v-btn>
    </template>
    <v-form v-else-if="!made" class="lock" @submit.prevent="make()">
      <v-text-field
        v-model="passphrase"
        v-first
        type="password"
        label="Passphrase"
        hint="Opens the files in this browser. Elsewhere the key opens them, which comes as a page to print."
        persistent-hint
        :error-messages="isTried && faults.passphrase ? [faults.passphrase] : []"
        autocomplete="new-password"
        data-test="lock-phrase"
      />
      <v-text-field
        v-model="again"
        type="password"
        label="Repeat passphrase"
        :error-messages="isTried && faults.again ? [faults.again] : []"
        hide-details="auto"
        autocomplete="new-password"
        data-test="lock-again"
      />
      <div class="row">
        <v-btn type="submit" color="primary" variant="flat" :loading="busy" data-test="lock-make"
          >Make the key</v-btn
        >
        <v-btn variant="text" @click="leave()">Cancel</v-btn>
      </div>
    </v-form>
    <template v-else>
      <p>
        The page with the key was saved. Print it, delete the file, and keep the page away from this folder.
        It is not shown again: without it, nobody opens the files on another machine.
      </p>
      <div class="row">
        <v-btn v-first color="primary" variant="flat" :disabled="busy" data-test="lock-go" @click="lock()"
          >Lock from the next backup on</v-btn
        >
        <v-btn :disabled="busy" @click="saveAgain()">Save the page again</v-btn>
        <v-btn variant="text" @click="leave()">Cancel</v-btn>
      </div>
    </template>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.lock {
  display: grid;
  gap: var(--space-2);
  justify-items: start;
}
.lock .v-text-field {
  width: min(360px, 100%);
}
</style>
