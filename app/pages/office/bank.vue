<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { mishaps, type Mishap } from '#core/practice/bank'
import { statementFormats, type StatementFormat } from '#core/practice/statementFiles'
import { handedFile } from '~/composables/imports/handedFile'

/** The practice bank: checks and files are brought to it, it gives statements and questions. */
const { accounts, view, choose } = useAccount()
const bank = usePracticeBank(view)
const { report, isKnown, jobs, fault, busy, layout, lastFile, presentable, answers } = bank
const sign = computed(() => view.value?.account.currency.sign ?? '')
const format = ref<StatementFormat>('camt.053')
const formats = Object.keys(statementFormats) as StatementFormat[]
const mishap = ref<Mishap>('amount altered')
const number = ref<number>()
const issued = computed(() => (presentable.value ?? []).filter(n => n.fate === 'issued'))
const check = computed(() => presentable.value?.find(n => n.number === number.value) ?? issued.value[0])
watch(view, () => (number.value = undefined))
const goWrong = (): unknown =>
  check.value?.check &&
  bank.order({
    ...{ kind: 'mishap', mishap: mishap.value },
    check: { number: check.value.number, amount: check.value.check.amount, payee: check.value.check.payee },
  })
const MOST_BY_CHANCE = 50
const present = (): unknown =>
  bank.order({
    ...{ kind: 'chance', seed: Math.floor(Math.random() * 1e6) },
    checks: issued.value.slice(0, MOST_BY_CHANCE).map(n => ({
      ...{ number: n.number, amount: n.check!.amount, payee: n.check!.payee },
    })),
  })
const FEE = cents(-12_00)
const DEPOSIT = cents(450_00)
async function importStatement() {
  const file = await bank.statement(format.value)
  if (!file || !view.value) return
  handedFile.value = file
  await navigateTo(`/bank?account=${view.value.account.id}`)
}
async function importQuestions() {
  if (!view.value) return
  handedFile.value = bank.questionsFile()
  await navigateTo(`/bank/questions?account=${view.value.account.id}`)
}
const lines = computed(() => [...(report.value?.lines ?? [])].reverse().slice(0, 60))
const takenText = computed(() => {
  const { taken } = report.value ?? {}
  if (!taken) return ''
  const count = (answer: string): number => taken.filter(t => t.answer === answer).length
  return `${howMany(taken.length, 'check')}: ${count('paid')} paid, ${count('asked')} asked about, ${count('returned') + count('not readable')} not readable.`
})
</script>

<template>
  <div class="page">
    <OfficeHead title="Practice bank" />
    <AccountChoice
      v-if="accounts?.length && view"
      :accounts="accounts"
      :chosen="view.account.id"
      class="mb-2"
      @choose="choose"
    />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <p class="quiet says">
      A stand-in for your bank, to try things out. Nothing in it is real, and it forgets all when the server
      stops.
    </p>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
    <div v-if="view && isKnown" class="scroll cards" data-test="practice-bank">
      <v-card v-if="!report" class="card-part">
        <h2>{{ view.account.name }}</h2>
        <p>The practice bank does not have this account yet.</p>
        <v-btn color="primary" variant="flat" :loading="busy" data-test="pb-open" @click="bank.open()"
          >Open this account</v-btn
        >
      </v-card>
      <template v-else>
        <v-card class="card-part" data-test="pb-state">
          <h2>{{ view.account.name }}</h2>
          <dl class="facts">
            <dt>Balance</dt>
            <dd data-test="pb-balance">{{ figures(cents(report.balance), { sign }) }}</dd>
            <dt>Since</dt>
            <dd>{{ dayText(report.from) }}</dd>
            <dt>Checks in your files</dt>
            <dd data-test="pb-known">{{ howMany(report.known, 'check') }}</dd>
            <dt>Questions</dt>
            <dd>{{ report.questions.length }}</dd>
          </dl>
          <p v-if="takenText" role="status" data-test="pb-taken">{{ takenText }}</p>
          <v-btn size="small" variant="text" @click="bank.open()">Begin anew</v-btn>
        </v-card>
        <v-card class="card-part">
          <h2>Bring it</h2>
          <div v-for="j in jobs.slice(0, 6)" :key="j.id" class="row">
            <v-btn :disabled="busy" data-test="pb-sheets" @click="bank.takeSheets(j)"
              >Take {{ howMany(j.sheets.length, 'sheet') }} from the tray</v-btn
            >
            <span class="quiet">{{ j.name }}</span>
          </div>
          <p v-if="!jobs.length" class="quiet">
            The practice printer has printed nothing. Print a run on it, then bring its checks here.
          </p>
          <PracticePictureChecks
            :view="view"
            :presentable="presentable"
            :busy="busy"
            :present="checks => bank.order({ kind: 'checks', checks })"
          />
          <v-btn v-if="layout && lastFile" :disabled="busy" data-test="pb-tell" @click="bank.tell()"
            >Give the last file ({{ lastFile.name }})</v-btn
          >
          <p v-else class="quiet">
            This bank gets no files yet.
            <NuxtLink :to="`/bank/files?account=${view.account.id}`">Files to the bank</NuxtLink>
          </p>
          <v-btn v-if="answers.length" :disabled="busy" data-test="pb-answers" @click="bank.giveAnswers()"
            >Give {{ howMany(answers.length, 'answer') }}</v-btn
          >
          <v-btn :disabled="busy || !issued.length" data-test="pb-chance" @click="present()"
            >Present checks at random</v-btn
          >
          <div class="row">
            <v-btn
              size="small"
              :disabled="busy"
              data-test="pb-fee"
              @click="bank.order({ kind: 'money', amount: FEE, text: 'MONTHLY FEE' })"
              >Charge a fee</v-btn
            >
            <v-btn
              size="small"
              :disabled="busy"
              @click="bank.order({ kind: 'money', amount: DEPOSIT, text: 'DEPOSIT' })"
              >Make a deposit</v-btn
            >
          </div>
        </v-card>
        <v-card class="card-part">
          <h2>Something goes wrong</h2>
          <v-autocomplete
            v-model="number"
            :items="
              (presentable ?? []).map(n => ({
                title: `${n.number} ${n.check?.payee ?? ''}${n.fate === 'stopped' ? ', stopped' : ''}`,
                value: n.number,
              }))
            "
            label="Check"
            auto-select-first
            hide-details
            data-test="pb-check"
          />
          <v-select
            v-model="mishap"
            :items="[...mishaps]"
            label="What happens"
            hide-details
            data-test="pb-mishap"
          />
          <v-btn :disabled="busy || !check" data-test="pb-go" @click="goWrong()">Present this check</v-btn>
        </v-card>
        <v-card class="card-part">
          <h2>What it gives</h2>
          <v-select v-model="format" :items="formats" label="Format" hide-details data-test="pb-format" />
          <div class="row">
            <v-btn
              color="primary"
              variant="flat"
              :disabled="!report.lines.length"
              data-test="pb-import"
              @click="importStatement()"
              >Import statement</v-btn
            >
            <v-btn :disabled="!report.lines.length" @click="bank.saveStatement(format)">Save statement</v-btn>
          </div>
          <v-btn :disabled="!report.questions.length" data-test="pb-questions" @click="importQuestions()"
            >Import questions</v-btn
          >
        </v-card>
        <v-card v-if="lines.length" class="card-part wide">
          <h2>Booked</h2>
          <table class="plain" data-test="pb-lines">
            <thead>
              <tr>
                <th scope="col">Date</th>
                <th scope="col">Text</th>
                <th scope="col" class="num">Amount</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="l in lines" :key="l.reference">
                <td>{{ dayText(l.date) }}</td>
                <td>{{ l.text }}</td>
                <td class="num">{{ figures(l.amount) }}</td>
              </tr>
            </tbody>
          </table>
        </v-card>
      </template>
    </div>
  </div>
</template>

<style scoped>
.says {
  margin-bottom: 6px;
}
.wide {
  overflow-x: auto;
}
</style>
