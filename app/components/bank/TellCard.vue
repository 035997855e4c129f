<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import type { AccountView } from '~/data/accounts/accountReads'

/** After a count-off: the checks that the bank is not told of yet, and the file of them at once. */
const props = defineProps<{ view: AccountView }>()
const files = useBankFiles(computed(() => props.view.account))
const { next, busy, fault } = files
const items = computed(() => files.view.value?.items ?? [])
const isTold = ref(false)
async function send() {
  if (await files.send()) isTold.value = true
}
</script>

<template>
  <v-card v-if="files.view.value?.chosen && (items.length || isTold)" class="card-part" data-test="tell-bank">
    <h3>Not reported to the bank yet</h3>
    <p v-if="!items.length" class="quiet">All checks of this account are reported.</p>
    <template v-else>
      <p>
        {{ howMany(items.length, 'check') }} of this account {{ items.length === 1 ? 'waits' : 'wait' }} for a
        file.
      </p>
      <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
      <div class="row">
        <v-btn :loading="busy" :disabled="Boolean(next?.faults.length)" data-test="tell-send" @click="send()"
          >Save file for the bank</v-btn
        >
        <NuxtLink :to="`/bank/files?account=${view.account.id}`">Look at the file first</NuxtLink>
      </div>
    </template>
  </v-card>
</template>
