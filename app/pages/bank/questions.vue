<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { figures } from '#core/money/figures'
import { stateShown } from '#core/numbers/book'
import type { Decided } from '#core/bank/questions/question'
import { takeHandedFile } from '~/composables/imports/handedFile'
import type { Column } from '~/composables/base/rowTable'
import type { SeenQuestion } from '~/data/bank/bankReads'
import { momentText } from '~/data/office/office'
import { localToday } from '~/stores/office'

/** Checks that the bank asks about, each beside what our books say of it, and the answer: pay or return. */
const { accounts, view, choose } = useAccount()
const account = computed(() => view.value?.account)
const questions = useQuestions(account)
const { seen, fileFaults, answered, busy, fault } = questions
const sign = computed(() => account.value?.currency.sign ?? '')
const chosenId = ref<string>()
const chosen = computed(() => seen.value?.find(s => s.id === chosenId.value) ?? seen.value?.[0])
const why = ref('')
watch(
  () => chosen.value?.id,
  () => {
    questions.clear()
    why.value = chosen.value?.question.answer?.why ?? chosen.value?.reason?.text ?? ''
  },
  { immediate: true },
)
takeHandedFile(account, questions.give)
const isOver = computed(() => chosen.value !== undefined && chosen.value.question.deadline < localToday())
const list = useTemplateRef<{ focusRow(id: string): void }>('list')
async function decide(decision: Decided) {
  const of = chosen.value
  if (!of || !(await questions.answer(of.question, decision, why.value))) return
  const next = seen.value?.find(s => !s.question.answer)
  chosenId.value = (next ?? of).id
  void nextTick(() => list.value?.focusRow((next ?? of).id))
}
const columns: readonly Column<SeenQuestion>[] = [
  {
    key: 'number',
    title: 'Number',
    width: '92px',
    sort: s => s.question.number,
    text: s => s.question.number,
  },
  {
    key: 'deadline',
    title: 'Answer by',
    width: '118px',
    look: 'nowrap',
    text: s => dayText(s.question.deadline),
    sort: s => s.question.deadline,
  },
  { key: 'reason', title: 'Why the bank asks', text: s => s.question.reason },
  { key: 'answer', title: 'Answer', width: '92px', text: s => s.question.answer?.decision ?? '' },
  {
    key: 'amount',
    title: 'Amount',
    num: true,
    width: '112px',
    text: s => figures(s.question.amount),
    sort: s => s.question.amount,
  },
]
</script>

<template>
  <div class="page">
    <BankHead title="Questions" :accounts="accounts" :view="view" @choose="choose" />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <div v-if="view && seen" class="halves">
      <div class="left">
        <div class="row">
          <FileDrop
            label="Import questions of the bank"
            kinds="CSV"
            accept=".csv,text/csv"
            :most="questions.most"
            slim
            data-test="questions-file"
            @take="questions.give"
          />
          <v-btn :disabled="!answered.length" data-test="answers-save" @click="questions.saveAnswers()"
            >Save answers for the bank</v-btn
          >
        </div>
        <p v-for="f in fileFaults" :key="f" class="text-error" role="alert">{{ f }}</p>
        <p v-if="fault && !chosen" class="text-error" role="alert">{{ fault }}</p>
        <v-card class="grow">
          <RowTable
            ref="list"
            :chosen="chosen?.id"
            :rows="seen"
            :columns="columns"
            label="Questions of the bank"
            data-test="questions"
            @update:chosen="chosenId = $event"
          >
            <template #empty>
              No questions. When the bank asks whether it is to pay a check, import its file here.
            </template>
          </RowTable>
        </v-card>
      </div>
      <aside
        v-if="chosen"
        class="scroll proof"
        :aria-label="`Question about check ${chosen.question.number}`"
        tabindex="0"
        data-test="question"
      >
        <h2>Check {{ chosen.question.number }}</h2>
        <table class="plain">
          <thead>
            <tr>
              <th scope="col"><span class="d-sr-only">What</span></th>
              <th scope="col">The bank has</th>
              <th scope="col">Our books have</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">Amount</th>
              <td>{{ figures(chosen.question.amount, { sign }) }}</td>
              <td>{{ chosen.row?.check ? figures(chosen.row.check.amount, { sign }) : '' }}</td>
            </tr>
            <tr>
              <th scope="row">Payee</th>
              <td>{{ chosen.question.payee ?? 'not given' }}</td>
              <td>{{ chosen.row?.check?.payee ?? '' }}</td>
            </tr>
            <tr>
              <th scope="row">Date</th>
              <td>presented {{ dayText(chosen.question.date) }}</td>
              <td>{{ chosen.row?.check ? dayText(chosen.row.check.date) : '' }}</td>
            </tr>
            <tr>
              <th scope="row">State</th>
              <td>{{ chosen.question.reason }}</td>
              <td>
                <StateMark v-if="chosen.row" :state="stateShown(chosen.row)" /><template v-else
                  >unknown</template
                >
              </td>
            </tr>
          </tbody>
        </table>
        <p class="reason" data-test="question-reason">
          {{ chosen.reason?.text ?? 'Number, amount and payee agree with the check that you issued.' }}
        </p>
        <p v-if="chosen.question.answer" class="quiet">
          Answered “{{ chosen.question.answer.decision }}” by {{ chosen.question.answer.by }},
          {{ momentText(chosen.question.answer.at) }}: {{ chosen.question.answer.why }}
        </p>
        <p v-if="isOver" class="text-warning">
          The bank took answers through {{ dayText(chosen.question.deadline) }}. Call the bank.
        </p>
        <v-form v-else class="answer" @submit.prevent="decide(chosen.reason ? 'return' : 'pay')">
          <v-text-field v-model="why" label="Reason" maxlength="200" hide-details data-test="question-why" />
          <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
          <div class="row">
            <v-btn
              :color="chosen.reason ? undefined : 'primary'"
              :variant="chosen.reason ? undefined : 'flat'"
              :disabled="!why.trim()"
              :loading="busy"
              data-test="question-pay"
              @click="decide('pay')"
              >Pay this check</v-btn
            >
            <v-btn
              :color="chosen.reason ? 'primary' : undefined"
              :variant="chosen.reason ? 'flat' : undefined"
              :disabled="!why.trim()"
              :loading="busy"
              data-test="question-return"
              @click="decide('return')"
              >Return this check</v-btn
            >
          </div>
        </v-form>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(0, 1fr) minmax(21.25rem, 40%);
}
.left {
  display: flex;
  flex-direction: column;
  gap: var(--space-3);
  min-height: 0;
  min-width: 0;
}
.grow {
  flex: 1;
  min-height: 0;
}
.proof {
  display: grid;
  gap: var(--space-3);
  align-content: start;
  padding: 2px 14px 20px 2px;
}
.reason {
  padding: 8px 12px;
  border-left: 3px solid rgb(var(--v-theme-warning));
}
.answer {
  display: grid;
  gap: var(--space-3);
}
th[scope='row'] {
  position: static;
  background: none;
}
</style>
