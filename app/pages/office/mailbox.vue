<script setup lang="ts">
import { dayOfMoment, dayText } from '#core/base/dates'
import type { PracticeMail } from '#core/practice/mail'
import type { Column } from '~/composables/base/rowTable'
import { momentText } from '~/data/office/office'
import { attachmentUrl, practiceMails } from '~/data/practice/mailbox'

/** What was mailed to the practice mailbox, with its attachments. */
const mails = shallowRef<readonly PracticeMail[]>()
const fault = ref('')
async function look() {
  const now = await practiceMails()
  fault.value = now.ok ? '' : now.refusal.text
  if (now.ok) mails.value = now.value
}
void look()
const chosenId = ref<string>()
const chosen = computed(() => mails.value?.find(m => m.id === chosenId.value) ?? mails.value?.[0])
const columns: readonly Column<PracticeMail>[] = [
  { key: 'to', title: 'To', text: m => m.to, sort: m => m.to },
  { key: 'subject', title: 'Subject', text: m => m.subject, sort: m => m.subject },
  {
    key: 'at',
    title: 'Received',
    width: '130px',
    look: 'nowrap',
    text: m => dayText(dayOfMoment(m.at)),
    sort: m => m.at,
  },
]
</script>

<template>
  <div class="page">
    <OfficeHead title="Practice mailbox">
      <v-btn variant="text" data-test="mailbox-look" @click="look()">Look again</v-btn>
    </OfficeHead>
    <p class="quiet says">
      A stand-in for mail: it shows what would be sent, and sends nothing. It keeps the last 200 messages
      until the server stops.
    </p>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
    <div v-if="mails" class="halves">
      <v-card class="list">
        <RowTable
          :chosen="chosen?.id"
          :rows="mails"
          :columns="columns"
          label="Messages"
          data-test="mails"
          @update:chosen="chosenId = $event"
        >
          <template #empty
            >No messages. Send a remittance advice to the practice mailbox to see it here.</template
          >
        </RowTable>
      </v-card>
      <article v-if="chosen" class="scroll mail" tabindex="0" aria-label="Message" data-test="mail">
        <h2>{{ chosen.subject }}</h2>
        <p class="quiet">From {{ chosen.from }} to {{ chosen.to }}, {{ momentText(chosen.at) }}</p>
        <p class="text">{{ chosen.text }}</p>
        <ul aria-label="Attachments">
          <li v-for="a in chosen.attachments" :key="a.at">
            <a :href="attachmentUrl(chosen.id, a.at)" :download="a.name">{{ a.name }}</a>
            {{ ' ' }}<span class="quiet">{{ Math.ceil(a.bytes / 1000) }} kB</span>
          </li>
        </ul>
      </article>
    </div>
  </div>
</template>

<style scoped>
.says {
  margin-bottom: 8px;
}
.halves {
  --halves: minmax(0, 1.1fr) minmax(0, 1fr);
}
.mail {
  display: grid;
  gap: var(--space-3);
  align-content: start;
}
.text {
  white-space: pre-wrap;
}
ul {
  padding-left: 18px;
}
</style>
