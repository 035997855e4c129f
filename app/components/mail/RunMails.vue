<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import type { MailWay } from '#core/mail/recordMail'
import type { Run } from '#core/runs/run'
import { readRunMailings } from '~/data/mail/runMailings'
import type { AccountView } from '~/data/accounts/accountReads'

/** After the count-off: the advices of a run for every payee who wants them by e-mail. */
const props = defineProps<{ run: Run; view: AccountView }>()
const { from, done, busy, fault, mail, stop } = useMails()
const mailings = useLive(
  () => readRunMailings(props.run),
  () => props.run.id,
)
const waiting = computed(() => mailings.value?.filter(m => !m.isSent).map(m => m.mailing) ?? [])
async function go(way: MailWay) {
  await mail(waiting.value, props.view, way)
}
</script>

<template>
  <v-card v-if="mailings?.length" class="card-part" data-test="run-mails">
    <h3>Remittance advices by e-mail</h3>
    <p v-if="!waiting.length" class="quiet" data-test="mails-done">
      {{ howMany(mailings.length, 'advice') }} {{ mailings.length === 1 ? 'was' : 'were' }} mailed.
    </p>
    <template v-else>
      <p>
        {{ howMany(waiting.length, 'payee') }} of this run {{ waiting.length === 1 ? 'wants' : 'want' }} an
        advice by e-mail.
      </p>
      <v-text-field
        v-model="from"
        label="From"
        type="email"
        maxlength="120"
        hide-details
        data-test="mails-from"
      />
      <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
      <p v-if="busy" role="status">{{ done }} of {{ waiting.length + done }}</p>
      <div class="row">
        <v-btn :loading="busy" data-test="mails-save" @click="go('saved')">Save as e-mail files</v-btn>
        <v-btn :loading="busy" data-test="mails-practice" @click="go('practice mailbox')"
          >Send to the practice mailbox</v-btn
        >
        <v-btn v-if="busy" variant="text" @click="stop()">Stop</v-btn>
      </div>
    </template>
  </v-card>
</template>
