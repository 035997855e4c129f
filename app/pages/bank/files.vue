<script setup lang="ts">
import type { Id } from '#core/base/id'
import { howMany } from '#core/base/howMany'
import { figures } from '#core/money/figures'
import { dayText } from '#core/base/dates'
import { columnKinds } from '#core/bank/positivePay/layout'
import { saveText } from '~/data/files/fileOut'
import { momentText } from '~/data/office/office'

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
</script>

<template>
  <div class="page">
    <BankHead title="Files to the bank" :accounts="accounts" :view="view" @choose="choose" />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <div v-if="view && files.view.value" class="scroll files">
      <v-card v-if="!files.view.value.chosen && !edited" class="part" data-test="pay-begin">
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
      <v-card v-if="files.view.value.chosen" class="part" data-test="pay-waiting">
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
      <v-card v-if="files.view.value.layouts.length && !edited" class="part">
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
      <v-card v-if="files.view.value.sent.length" class="part wide">
        <h2>Sent</h2>
        <table class="plain" data-test="pay-sent">
          <thead>
            <tr>
              <th scope="col">File</th>
              <th scope="col">When</th>
              <th scope="col" class="num">Issued</th>
              <th scope="col" class="num">Voided or stopped</th>
              <th scope="col"><span class="d-sr-only">Acts</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="f in files.view.value.sent" :key="f.id">
              <td>{{ f.name }}</td>
              <td>{{ momentText(f.at) }}, {{ f.by }}</td>
              <td class="num">{{ f.issues }}</td>
              <td class="num">{{ f.ends }}</td>
              <td class="num">
                <v-btn
                  size="small"
                  :aria-label="`Save ${f.name} again`"
                  @click="saveText(f.text, f.name, 'text/plain')"
                  >Save again</v-btn
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
.files {
  display: grid;
  gap: var(--space-3);
  align-content: start;
  grid-auto-rows: max-content;
  padding: 2px 12px 20px 2px;
}
.part {
  padding: 14px 18px;
  display: grid;
  gap: var(--space-3);
}
.wide {
  overflow-x: auto;
}
</style>
