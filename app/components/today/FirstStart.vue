<script setup lang="ts">
import { momentNow, operatorName, setOperatorName } from '~/data/office/office'
import { useLater } from '~/composables/base/useLater'
import { goToStore } from '~/data/store/storeName'
import { demoCode, startEmpty, startWithDemo } from '~/data/office/start'
import { useOffice } from '~/stores/office'

const { others } = useOffices()
const office = useOffice()
const name = ref(operatorName() === 'Clerk' ? '' : operatorName())
const busy = ref(false)
const fault = ref('')
const isTime = useLater()
watch(isTime, () => void demoCode().catch(() => undefined))

async function start(how: 'demo' | 'empty') {
  if (busy.value) return
  busy.value = true
  fault.value = ''
  try {
    if (name.value.trim()) setOperatorName(name.value)
    await (how === 'demo' ? startWithDemo(momentNow()) : startEmpty())
    await navigateTo('/')
  } catch (error) {
    fault.value = `The browser could not save: ${(error as Error).message}. Nothing was changed.`
  }
  busy.value = false
}
</script>

<template>
  <div class="first">
    <WordMark />
    <h1>Checks, from payment to paper</h1>
    <p class="quiet">
      Everything you enter stays in this browser. Nothing is sent anywhere.
      <v-btn size="small" variant="text" data-test="first-help" @click="office.help = true"
        >First steps</v-btn
      >
    </p>
    <v-text-field
      v-model="name"
      v-first
      label="Your name, recorded with everything you do"
      maxlength="60"
      autocomplete="off"
      hide-details
      class="name"
    />
    <div class="choices">
      <v-card class="choice">
        <h2>Explore a demo office</h2>
        <p>
          A made-up ferry cooperative: three bank accounts, eighteen months of checks, twelve payments in the
          lane and one run to count off.
        </p>
        <v-btn color="primary" variant="flat" :loading="busy" @click="start('demo')">
          Load the demo office
        </v-btn>
      </v-card>
      <v-card class="choice">
        <h2>Start your own office</h2>
        <p>
          An empty office. You begin by adding a bank account: the company, the bank, the MICR line and the
          check numbers.
        </p>
        <v-btn :disabled="busy" @click="start('empty')"> Start empty </v-btn>
      </v-card>
      <LazyFilesBackup v-if="isTime" class="choice" only-restore />
    </div>
    <p v-if="others.length" data-test="back-to">
      Back to
      <v-btn v-for="o in others" :key="o.store" size="small" variant="text" @click="goToStore(o.store)">{{
        o.title
      }}</v-btn>
    </p>
    <v-alert v-if="fault" density="default" type="error" :text="fault" />
  </div>
</template>

<style scoped>
.first {
  max-width: 48.75rem;
  margin: min(9vh, 70px) auto 0;
  padding: 0 24px 24px;
  display: grid;
  gap: var(--space-4);
}
.name {
  max-width: 22.5rem;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(260px, 100%), 1fr));
  gap: var(--space-4);
}
.choice {
  padding: 20px;
  display: grid;
  gap: var(--space-3);
  align-content: space-between;
}
</style>
