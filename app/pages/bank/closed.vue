<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { figures } from '#core/money/figures'
import type { Statement } from '#core/bank/statement'
import { readClosedLines } from '~/data/bank/bankReads'
import { saveClosedReport } from '~/data/bank/bankPapers'
import { momentText } from '~/data/office/office'

/** The closed statements of an account, the newest first; only that one can be reopened. */
const { accounts, view, choose } = useAccount()
const account = computed(() => view.value?.account)
const bank = useStatement(account)
const { busy, fault } = bank
const closed = computed(() =>
  (bank.statements.value ?? []).filter(s => s.closing).sort((a, b) => (a.from < b.from ? 1 : -1)),
)
const sign = computed(() => account.value?.currency.sign ?? '')
const asking = ref<Statement>()
const isAsking = computed({
  get: () => asking.value !== undefined,
  set: on => {
    if (!on) asking.value = undefined
  },
})
async function reopen(why: string) {
  if (asking.value && (await bank.reopen(asking.value.id, why))) asking.value = undefined
}
async function save(of: Statement) {
  if (view.value) await saveClosedReport(view.value, of, await readClosedLines(of.id))
}
</script>

<template>
  <div class="page">
    <BankHead title="Closed statements" :accounts="accounts" :view="view" @choose="choose" />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <div v-if="bank.statements.value" class="scroll">
      <p v-if="!closed.length" class="quiet">
        No statement is closed yet. Match the lines of the open one, then close it.
      </p>
      <v-card v-else class="wide">
        <table class="plain" data-test="closed-statements">
          <thead>
            <tr>
              <th scope="col">Days</th>
              <th scope="col" class="num">Opening balance</th>
              <th scope="col" class="num">Bank balance</th>
              <th scope="col" class="num">Outstanding</th>
              <th scope="col" class="num">Books</th>
              <th scope="col">Closed by</th>
              <th scope="col"><span class="d-sr-only">Acts</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(s, i) in closed" :key="s.id">
              <td>{{ dayText(s.from) }} to {{ dayText(s.closing!.through) }}</td>
              <td class="num">{{ figures(s.opening, { sign }) }}</td>
              <td class="num">{{ figures(s.closing!.balance, { sign }) }}</td>
              <td class="num">{{ s.closing!.outstanding.length }}</td>
              <td class="num">{{ figures(s.closing!.book, { sign }) }}</td>
              <td>{{ s.closing!.by }}, {{ momentText(s.closing!.at) }}</td>
              <td class="acts">
                <v-btn
                  size="small"
                  :aria-label="`Save report through ${dayText(s.closing!.through)}`"
                  @click="save(s)"
                  >Save report</v-btn
                >
                <v-btn v-if="i === 0" size="small" variant="text" data-test="reopen" @click="asking = s"
                  >Reopen</v-btn
                >
              </td>
            </tr>
          </tbody>
        </table>
      </v-card>
    </div>
    <WhyDialog
      v-model="isAsking"
      :title="`Reopen the statement through ${asking?.closing ? dayText(asking.closing.through) : ''}`"
      verb="Reopen statement"
      :busy="busy"
      :fault="fault"
      @go="reopen"
    >
      <p>Its lines can be changed again, and later lines come back to it.</p>
    </WhyDialog>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
.acts {
  white-space: nowrap;
}
</style>
