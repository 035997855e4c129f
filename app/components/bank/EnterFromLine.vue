<script setup lang="ts">
import { idOf } from '#core/base/id'
import { MOST_TEXT } from '#core/bank/enterMovement'
import type { BankLine } from '#core/bank/bankLine'
import type { AccountView } from '~/data/accounts/accountReads'

/** A bank line that is entered in the register as it is, and what lines like it are to become, remembered. */
const props = defineProps<{ view: AccountView; line: BankLine }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const form = useMovementForm(
  computed(() => props.view),
  computed(() => props.line),
  props.line.text.slice(0, MOST_TEXT),
)
const { typed, read, busy, fault } = form
const rules = useAct()
/** One key for the rule of this form: where the entry is refused after it was saved, it is saved again, not twice. */
const ruleId = idOf<'bankRule'>(crypto.randomUUID())
const remembers = ref(false)
const contains = ref(
  props.line.text
    .replaceAll(/[^\p{L} ]+/gu, ' ')
    .replaceAll(/\s+/g, ' ')
    .trim()
    .slice(0, 40),
)
const canRemember = computed(() => !read.value.isTransfer && !typed.lines.length && typed.ledgerId !== null)
async function go() {
  const ledger = typed.ledgerId
  const remember = remembers.value && canRemember.value && ledger
  const rule = remember && {
    ...{ id: ruleId, companyId: props.view.company.id },
    ...{ contains: contains.value, way: props.line.amount > 0 ? ('in' as const) : ('out' as const) },
    ...{ kind: read.value.kind, ledgerId: ledger },
  }
  if (rule && !(await rules.succeeded('saveBankRule', { rule, remove: false }))) return
  if (await form.enterIt()) emit('done')
}
</script>

<template>
  <v-form class="enter" data-test="enter-from-line" @submit.prevent="read.isReady && go()">
    <h3>Enter in the register</h3>
    <BankMovementFields :form="form" from-line />
    <template v-if="canRemember">
      <v-checkbox
        v-model="remembers"
        label="Do the same with lines like this"
        density="compact"
        hide-details
        data-test="remember"
      />
      <v-text-field
        v-if="remembers"
        v-model="contains"
        label="When the bank’s text contains"
        maxlength="60"
        :error-messages="rules.at('contains')"
        data-test="remember-contains"
      />
    </template>
    <p v-if="fault || rules.fault.value" class="text-error" role="alert">{{ fault || rules.fault.value }}</p>
    <div class="row">
      <v-btn
        type="submit"
        color="primary"
        variant="flat"
        :disabled="!read.isReady"
        :loading="busy"
        data-test="enter-go"
        >Enter and match</v-btn
      >
      <v-btn variant="text" @click="emit('leave')">Cancel</v-btn>
    </div>
  </v-form>
</template>

<style scoped>
.enter {
  display: grid;
  gap: var(--space-3);
}
</style>
