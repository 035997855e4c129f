<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import type { Cents } from '#core/money/cents'
import type { CheckNumber, NumberRow } from '#core/numbers/book'
import type { AccountView } from '~/data/accounts/accountReads'

/** Pictures of checks are brought to the practice bank. */
const props = defineProps<{
  view: AccountView
  presentable: readonly NumberRow[] | undefined
  busy: boolean
  /** Presents checks; whether the bank took them. */
  present: (checks: { number: CheckNumber; amount: Cents }[]) => Promise<boolean>
}>()
const { checks, fault, said, isReading, ready, isReady, amountOf, read, forget } = usePictureChecks(
  toRef(props, 'view'),
  toRef(props, 'presentable'),
)
async function go() {
  if (isReady.value && (await props.present([...ready.value]))) forget()
}
</script>

<template>
  <FileDrop
    label="Pictures of checks"
    kinds="PNG, JPEG or PDF"
    accept="image/png,image/jpeg,application/pdf,.png,.jpg,.jpeg,.pdf"
    slim
    :disabled="isReading"
    data-test="pb-picture"
    @take="read"
  />
  <p v-if="isReading" role="status" class="quiet">Reading the MICR lines.</p>
  <p v-if="fault" class="text-error" role="alert" data-test="pb-picture-fault">{{ fault }}</p>
  <p v-if="said" role="status">{{ said }}</p>
  <form v-if="checks.length" class="pictures" data-test="pb-pictures" @submit.prevent="go">
    <p class="quiet">The bank reads the number. Amounts are as issued: change one that was altered.</p>
    <div v-for="check in checks" :key="check.key" class="read">
      <span
        ><strong>{{ check.number }}</strong> {{ check.payee || 'not issued' }}</span
      >
      <v-text-field
        v-model="check.amountText"
        :label="`Amount on ${check.number}`"
        class="num"
        :error-messages="amountOf(check) ? [] : ['Type the amount written on the check.']"
        hide-details="auto"
        density="compact"
      />
    </div>
    <div class="row">
      <v-btn type="submit" :disabled="busy || !isReady" data-test="pb-present"
        >Present {{ howMany(checks.length, 'check') }}</v-btn
      >
      <v-btn variant="text" @click="forget">Remove them</v-btn>
    </div>
  </form>
</template>

<style scoped>
.pictures {
  display: grid;
  gap: var(--space-2);
}
.read {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  gap: var(--space-2);
  align-items: center;
}
</style>
