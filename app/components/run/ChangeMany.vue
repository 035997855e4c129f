<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { typedDate } from '#core/base/dates'
import type { BankAccount } from '#core/accounts/account'
import type { Payment } from '#core/payments/payment'
import { localToday } from '~/stores/office'

/** Date or memo of many payments is changed alike, as one act. */
const props = defineProps<{ account: BankAccount; payments: readonly Payment[] }>()
const emit = defineEmits<{ done: [] }>()
const { busy, succeeded, fault } = useAct()
const [date, memo] = [ref(''), ref('')]
const read = computed(() =>
  date.value.trim() ? typedDate(date.value, localToday(), dayFirstIn(props.account.country)) : undefined,
)
const tried = ref(false)
const wrong = computed(() => (tried.value && read.value && !read.value.ok ? read.value.refusal.text : ''))

async function change(): Promise<void> {
  tried.value = true
  if (wrong.value) return
  const done = await succeeded('amend', {
    accountId: props.account.id,
    paymentIds: props.payments.map(p => p.id),
    change: {
      ...(read.value?.ok && { date: read.value.value }),
      ...(memo.value.trim() && { memo: memo.value }),
    },
  })
  if (done) emit('done')
}
</script>

<template>
  <v-card class="many">
    <v-text-field v-model="date" label="Date for all" hide-details data-test="many-date" />
    <v-text-field v-model="memo" label="Memo for all" maxlength="80" hide-details data-test="many-memo" />
    <v-btn :disabled="!date.trim() && !memo.trim()" :loading="busy" data-test="many-go" @click="change">
      Change {{ payments.length }}
    </v-btn>
    <span v-if="wrong || fault" class="text-error" role="alert">{{ wrong || fault }}</span>
  </v-card>
</template>

<style scoped>
.many {
  display: flex;
  gap: var(--space-3);
  padding: 12px;
  margin-bottom: 10px;
  align-items: center;
  max-width: 45rem;
}
</style>
