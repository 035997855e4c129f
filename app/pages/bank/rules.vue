<script setup lang="ts">
import { idOf, type Id } from '#core/base/id'
import type { BankRule } from '#core/bank/bankRule'
import { kindsToChoose, movementKinds, type MovementKind } from '#core/bank/movement'
import { readBankRules } from '~/data/bank/bankReads'

/** What bank lines with a text become, remembered: seen, added, changed and removed. */
const { accounts, view, choose } = useAccount()
const company = computed(() => view.value?.company)
const { choices } = useCompanyLedgers(company)
const { busy, fault, refusal, succeeded, at, clear } = useAct()
const rules = useLive(
  () => (company.value ? readBankRules(company.value.id) : undefined),
  () => company.value?.id,
)
const blank = { contains: '', way: 'out' as const, kind: 'bank fee' as MovementKind, ledgerId: null }
interface RuleForm {
  id?: Id<'bankRule'>
  contains: string
  way: 'in' | 'out'
  kind: MovementKind
  ledgerId: Id<'ledger'> | null
}
const form = ref<RuleForm>({ ...blank })
const kinds = computed(() =>
  kindsToChoose(form.value.way === 'in' ? 1 : -1).filter(k => k.value !== 'transfer'),
)
watch(
  () => form.value.way,
  () => {
    if (!kinds.value.some(k => k.value === form.value.kind)) form.value.kind = kinds.value[0]!.value
  },
)
const ledgerName = (id: string): string => choices.value.find(c => c.value === id)?.title ?? ''
function edit(rule: BankRule) {
  clear()
  form.value = { ...rule }
  focusField('contains')
}
async function save() {
  const { id, ledgerId, ...rest } = form.value
  if (!company.value || !ledgerId) return
  const rule: BankRule = {
    ...{ ...rest, companyId: company.value.id, ledgerId },
    id: id ?? idOf<'bankRule'>(crypto.randomUUID()),
  }
  if (!(await succeeded('saveBankRule', { rule, remove: false }, 'Rule saved.'))) return
  form.value = { ...blank }
  focusField('contains')
}
const remove = (rule: BankRule): Promise<boolean> =>
  succeeded('saveBankRule', { rule, remove: true }, 'Rule removed.')
</script>

<template>
  <div class="page">
    <BankHead title="Rules for bank lines" :accounts="accounts" :view="view" @choose="choose" />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <div v-if="company" class="scroll stack rules">
      <p class="quiet">
        A bank line without a check number that contains the text is entered in the register with one key.
        Nothing is entered by itself.
      </p>
      <v-form class="field-row" @submit.prevent="save()">
        <v-text-field
          v-model="form.contains"
          label="When the bank’s text contains"
          maxlength="60"
          autocomplete="off"
          :error-messages="at('contains')"
          class="wide-field"
          data-field="contains"
          data-test="rule-contains"
        />
        <v-select
          v-model="form.way"
          :items="[
            { title: 'money out', value: 'out' },
            { title: 'money in', value: 'in' },
          ]"
          label="and it is"
          hide-details
          class="short"
          data-test="rule-way"
        />
        <v-select
          v-model="form.kind"
          :items="kinds"
          label="enter it as"
          :error-messages="at('kind')"
          class="short"
        />
        <v-select
          v-model="form.ledgerId"
          :items="choices"
          label="Ledger account"
          :error-messages="at('ledger')"
          class="wide-field"
          data-test="rule-ledger"
        />
        <v-btn
          type="submit"
          color="primary"
          variant="flat"
          :disabled="!form.contains.trim() || !form.ledgerId"
          :loading="busy"
          data-test="rule-save"
          >{{ form.id ? 'Save rule' : 'Add rule' }}</v-btn
        >
        <v-btn v-if="form.id" variant="text" @click="form = { ...blank }">Cancel</v-btn>
      </v-form>
      <p v-if="fault && !refusal?.field" class="text-error" role="alert">{{ fault }}</p>
      <p v-if="rules && !rules.length" class="quiet">
        No rules yet. Add one here, or when you enter a bank line in the register.
      </p>
      <v-card v-else-if="rules" class="wide">
        <table class="plain" data-test="rules">
          <thead>
            <tr>
              <th scope="col">Bank’s text contains</th>
              <th scope="col">Money</th>
              <th scope="col">Entered as</th>
              <th scope="col">Ledger account</th>
              <th scope="col"><span class="d-sr-only">Acts</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="rule in rules" :key="rule.id">
              <td>{{ rule.contains }}</td>
              <td>{{ rule.way }}</td>
              <td>{{ movementKinds[rule.kind].title }}</td>
              <td>{{ ledgerName(rule.ledgerId) }}</td>
              <td class="acts">
                <v-btn size="small" :aria-label="`Edit the rule for ${rule.contains}`" @click="edit(rule)"
                  >Edit</v-btn
                >
                <v-btn
                  size="small"
                  variant="text"
                  :aria-label="`Remove the rule for ${rule.contains}`"
                  @click="remove(rule)"
                  >Remove</v-btn
                >
              </td>
            </tr>
          </tbody>
        </table>
      </v-card>
    </div>
  </div>
</template>

<style scoped>
.rules {
  padding-top: 6px;
}
.short {
  flex: 0 1 190px;
}
.wide {
  overflow-x: auto;
}
.acts {
  white-space: nowrap;
}
</style>
