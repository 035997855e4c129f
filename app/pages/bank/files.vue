<script setup lang="ts">
import type { Id } from '#core/base/id'
import { howMany } from '#core/base/howMany'
import { figures } from '#core/money/figures'
import { dayText } from '#core/base/dates'
import type { SentFile } from '#core/bank/positivePay/bankItem'
import { columnKinds } from '#core/bank/positivePay/layout'

/** What the bank of an account is told of its checks: each issue and each end once, in files of the bank's layout. */
const { accounts, view, choose } = useAccount()
const account = computed(() => view.value?.account)
const files = useBankFiles(account)
const { shorten, next, layout, busy, fault, importFault } = files
const items = computed(() => files.view.value?.items ?? [])
const editing = ref<Id<'payLayout'>>()
const edited = computed(() => files.view.value?.layouts.find(l => l.id === editing.value))
const sign = computed(() => account.value?.currency.sign ?? '')
const faults = computed(() => next.value?.faults ?? [])
const isName = computed(() => faults.value.some(f => f.column.holds.startsWith('payee')))
const chosenId = computed({
  get: () => files.view.value?.chosen?.layoutId ?? '',
  set: (id: string) => void files.choose(id ? (id as Id<'payLayout'>) : null),
})
watch(account, () => (editing.value = undefined))
const counts = [
  { title: 'Issued', of: (f: SentFile) => f.issues },
  { title: 'Voided or stopped', of: (f: SentFile) => f.ends },
]
</script>

<template>
  <div class="page">
    <BankHead title="Files to the bank" :accounts="accounts" :view="view" @choose="choose" />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <div v-if="view && files.view.value" class="scroll stack">
      <v-card v-if="!files.view.value.chosen && !edited" class="stack-part" data-test="pay-begin">
        <h2>Tell the bank which checks you issued</h2>
        <p class="quiet">
          The bank then pays only what is in your files (positive pay). Begin with a layout and change it to
          what your bank asks for. All checks that are issued now wait for the first file.
        </p>
        <div class="row">
          <v-btn
            v-for="l in files.startingLayouts"
            :key="l.name"
            :loading="busy"
            :data-test="`begin-${l.kind}`"
            @click="files.begin(l)"
            >Begin with {{ l.name.toLowerCase() }}</v-btn
          >
        </div>
        <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
      </v-card>
      <v-card v-if="files.view.value.chosen" class="stack-part" data-test="pay-waiting">
        <h2>{{ items.length ? `${howMany(items.length, 'check')} to report` : 'Nothing new to report' }}</h2>
        <div v-if="items.length" class="wide">
          <table class="plain">
            <thead>
              <tr>
                <th scope="col">Number</th>
                <th scope="col">What</th>
                <th scope="col">Date</th>
                <th scope="col">Payee</th>
                <th scope="col" class="num">Amount</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="i in items.slice(0, 50)" :key="`${i.number} ${i.kind}`">
                <td>{{ i.number }}</td>
                <td>{{ i.kind === 'issue' ? 'issued' : 'voided or stopped' }}</td>
                <td>{{ dayText(i.date) }}</td>
                <td>{{ i.payee }}</td>
                <td class="num">{{ figures(i.amount, { sign }) }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="items.length > 50" class="quiet">and {{ items.length - 50 }} more</p>
        </div>
        <p v-for="f in faults.slice(0, 5)" :key="`${f.number} ${f.text}`" class="text-error" role="alert">
          {{ f.number === undefined ? '' : `Check ${f.number}, ` }}{{ columnKinds[f.column.holds] }}:
          {{ f.text }}.
        </p>
        <v-checkbox
          v-if="isName || shorten"
          v-model="shorten"
          label="Shorten payees that are longer than their column"
          density="compact"
          hide-details
          data-test="pay-shorten"
        />
        <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
        <div class="row">
          <v-btn
            color="primary"
            variant="flat"
            :disabled="!items.length || faults.length > 0"
            :loading="busy"
            data-next
            data-test="pay-send"
            @click="files.send()"
            >Save file for the bank</v-btn
          >
        </div>
      </v-card>
      <v-card v-if="files.view.value.layouts.length && !edited" class="stack-part">
        <h2>Layout</h2>
        <div class="row">
          <v-select
            v-model="chosenId"
            :items="[
              { title: 'The bank gets no files', value: '' },
              ...files.view.value.layouts.map(l => ({ title: l.layout.name, value: l.id })),
            ]"
            :label="`Layout for ${view.account.name}`"
            hide-details
            class="wide-field"
            data-test="pay-layout-choice"
          />
          <template v-if="layout">
            <v-btn data-test="layout-edit" @click="editing = files.view.value.chosen?.layoutId"
              >Edit layout</v-btn
            >
            <v-btn variant="text" @click="files.exportLayout(layout)">Save layout as file</v-btn>
          </template>
          <FileDrop
            label="Import a layout"
            kinds="JSON"
            accept=".json,application/json"
            :most="1"
            slim
            data-test="layout-import"
            @take="files.importLayout"
          />
        </div>
        <p v-if="importFault" class="text-error" role="alert">{{ importFault }}</p>
      </v-card>
      <BankPayLayoutEditor
        v-if="edited"
        :id="edited.id"
        :key="edited.id"
        :files="files"
        :layout="edited.layout"
        @done="editing = undefined"
      />
      <BankSentFiles :files="files.view.value.sent" :counts="counts" type="text/plain" test="pay-sent" />
    </div>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
</style>
