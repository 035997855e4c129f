<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { bookName, type NumberBook } from '#core/numbers/book'
import { fates } from '#core/numbers/fates'
import { anchorText } from '#core/trail/trail'
import { saveNumbersCsv, saveNumbersPdf } from '~/data/runs/reports'
import { beginAudit } from '~/data/audit/audit'
import { readNumbersProof } from '~/data/numbers/bookReads'
import { readAccounts } from '~/data/accounts/accountReads'

/** So many troubles are listed on the screen. */
const MOST = 200
const proof = useLive(readNumbersProof)
const accounts = useLive(readAccounts)
const { part, report, fault, begin, stop } = useAudit(beginAudit)
onMounted(begin)
/** What does not hold of numbers, each with the number that it is about. */
const troubles = computed(() => [
  ...(proof.value?.problems ?? []),
  ...(proof.value?.books ?? [])
    .filter(b => !b.agrees)
    .map(b => ({
      bookId: b.book.id,
      number: b.book.start,
      what: `start of a book that does not add up: ${bookName(b.book)}`,
    })),
  ...(report.value?.strays ?? []),
])
const findings = computed(() => report.value?.findings ?? [])
const accountOf = (book: NumberBook): string =>
  accounts.value?.find(v => v.account.id === book.accountId)?.account.name ?? ''
const count = (n: number): string => n.toLocaleString('en-US')
const savePdf = (): unknown =>
  proof.value &&
  report.value &&
  saveNumbersPdf(proof.value, accountOf, report.value, [
    ...troubles.value.map(t => `${t.number} ${t.what}`),
    ...findings.value,
  ])
</script>

<template>
  <div class="page">
    <PageHead title="Proof of the books">
      <v-btn :disabled="!proof || !accounts || !report" data-test="proof-pdf" @click="savePdf()">
        Save as PDF
      </v-btn>
      <v-btn
        :disabled="!proof || !accounts"
        data-test="proof-csv"
        @click="proof && saveNumbersCsv(proof, accountOf)"
      >
        Save as CSV
      </v-btn>
      <v-btn variant="text" to="/books"> All number books </v-btn>
    </PageHead>
    <div v-if="proof && accounts" class="scroll">
      <v-card>
        <table class="plain" data-test="numbers-proof">
          <thead>
            <tr>
              <th scope="col">Account and book</th>
              <th v-for="f in fates" :key="f" scope="col" class="num">{{ f }}</th>
              <th scope="col" class="num">Sum</th>
              <th scope="col" class="num">In the book</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in proof.books" :key="b.book.id">
              <td>
                <a :href="`/books/${encodeURIComponent(b.book.id)}`">{{ accountOf(b.book) }}</a><br /><span
                  class="quiet"
                  >{{ bookName(b.book) }}</span
                >
              </td>
              <td v-for="f in fates" :key="f" class="num">{{ count(b.counts[f]) }}</td>
              <td class="num" :class="{ 'text-error': !b.agrees }">
                {{ count(fates.reduce((s, f) => s + b.counts[f], 0)) }}
              </td>
              <td class="num">
                <strong>{{ count(b.length) }}</strong>
              </td>
            </tr>
          </tbody>
        </table>
      </v-card>
      <p v-if="!troubles.length" class="mt-4" data-test="proof-holds">
        Every number of every book has exactly one fate. There are no gaps and no duplicates.
      </p>
      <template v-else>
        <ul class="mt-4 text-error" data-test="problems">
          <li v-for="t in troubles.slice(0, MOST)" :key="`${t.bookId}/${t.number}/${t.what}`">
            <NuxtLink :to="`/books/${encodeURIComponent(t.bookId)}?number=${t.number}`">{{
              t.number
            }}</NuxtLink>
            {{ t.what }}
          </li>
        </ul>
        <p v-if="troubles.length > MOST" class="text-error">
          And {{ count(troubles.length - MOST) }} more. The PDF lists them all.
        </p>
      </template>
      <div v-if="part !== undefined" class="checking" data-test="proof-checking">
        <v-progress-linear
          :model-value="part * 100"
          height="6"
          rounded
          aria-label="Checking the books"
          class="bar"
        />
        <span>Checking every row, {{ Math.floor(part * 100) }} %</span>
        <v-btn size="small" data-test="proof-stop" @click="stop()">Stop</v-btn>
      </div>
      <template v-else-if="report">
        <p class="quiet mt-2" :data-test="findings.length || troubles.length ? 'differences' : 'compared'">
          Checked {{ count(report.rows) }} rows against {{ howMany(report.lines, 'action') }} of the trail,
          the rows of {{ count(report.numbers) }} numbers against their books, and the running balances
          against {{ count(report.entries) }} entries:
          {{
            findings.length || troubles.length
              ? `${howMany(findings.length + troubles.length, 'problem')} found`
              : 'they agree'
          }}.
        </p>
        <ul v-if="findings.length" class="text-error" data-test="proof-findings">
          <li v-for="f in findings.slice(0, MOST)" :key="f">{{ f }}.</li>
        </ul>
        <p v-if="findings.length > MOST" class="text-error">
          And {{ count(findings.length - MOST) }} more. The PDF lists them all.
        </p>
        <p class="quiet" data-test="proof-head">
          Last line of the trail: {{ anchorText(report.lines, report.head) }}. The same two stand on the cover
          page of a run, on the report of a closed statement and in the names of automatic backups.
        </p>
        <v-btn size="small" data-test="proof-again" @click="begin()">Check again</v-btn>
      </template>
      <template v-else>
        <p v-if="fault" class="text-error mt-2" role="alert">{{ fault }}</p>
        <p v-else class="quiet mt-2">Stopped before everything was checked.</p>
        <v-btn size="small" data-test="proof-again" @click="begin()">Check again</v-btn>
      </template>
      <NumbersPaperMark />
    </div>
  </div>
</template>

<style scoped>
.checking {
  display: flex;
  align-items: center;
  gap: var(--space-3);
  margin-top: 10px;
}
.bar {
  flex: 0 1 260px;
}
</style>
