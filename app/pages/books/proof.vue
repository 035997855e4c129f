<script setup lang="ts">
import { bookName, type NumberBook } from '#core/numbers/book'
import { fates } from '#core/numbers/fates'
import { saveNumbersCsv, saveNumbersPdf } from '~/data/runs/reports'
import { compareNumbers, compareTotals, readNumbersProof } from '~/data/numbers/bookReads'
import { readAccounts } from '~/data/reads'

/** So many troubles are listed on the screen. */
const MOST = 200
const proof = useLive(readNumbersProof)
const accounts = useLive(readAccounts)
const compared = useLive(
  () => (proof.value ? compareNumbers() : undefined),
  () => proof.value !== undefined,
)
const balances = useLive(
  () => (compared.value ? compareTotals() : undefined),
  () => compared.value !== undefined,
)
/** What does not hold, each with the number that it is about. */
const troubles = computed(() => [
  ...(proof.value?.problems ?? []),
  ...(proof.value?.books ?? [])
    .filter(b => !b.agrees)
    .map(b => ({
      bookId: b.book.id,
      number: b.book.start,
      what: `start of a book that does not add up: ${bookName(b.book)}`,
    })),
  ...(compared.value?.differences ?? []),
])
const accountOf = (book: NumberBook): string =>
  accounts.value?.find(v => v.account.id === book.accountId)?.account.name ?? ''
</script>

<template>
  <div class="page">
    <PageHead title="Proof of numbers">
      <v-btn
        :disabled="!proof || !accounts || !compared"
        data-test="proof-pdf"
        @click="
          proof &&
          saveNumbersPdf(
            proof,
            accountOf,
            troubles.map(t => `${t.number} ${t.what}`),
          )
        "
      >
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
                <NuxtLink :to="`/books/${encodeURIComponent(b.book.id)}`">{{
                  accountOf(b.book)
                }}</NuxtLink><br /><span class="quiet">{{ bookName(b.book) }}</span>
              </td>
              <td v-for="f in fates" :key="f" class="num">{{ b.counts[f].toLocaleString('en-US') }}</td>
              <td class="num" :class="{ 'text-error': !b.agrees }">
                {{ fates.reduce((s, f) => s + b.counts[f], 0).toLocaleString('en-US') }}
              </td>
              <td class="num">
                <strong>{{ b.length.toLocaleString('en-US') }}</strong>
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
          And {{ (troubles.length - MOST).toLocaleString('en-US') }} more. The PDF lists them all.
        </p>
      </template>
      <p v-if="!compared" class="quiet mt-2">Comparing with the row of every number.</p>
      <p v-else class="quiet mt-2" :data-test="compared.differences.length ? 'differences' : 'compared'">
        Compared with the rows of all {{ compared.rows.toLocaleString('en-US') }} numbers that were ever
        touched:
        {{
          compared.differences.length ? `${compared.differences.length} do not agree` : 'they say the same'
        }}.
      </p>
      <p v-if="compared && !balances" class="quiet">Adding up all entries.</p>
      <p
        v-else-if="balances"
        :class="balances.differences.length ? 'text-error' : 'quiet'"
        data-test="balances-compared"
      >
        Compared the running balances with all {{ balances.entries.toLocaleString('en-US') }} entries:
        {{
          balances.differences.length
            ? `${balances.differences.length} ledger accounts do not agree`
            : 'they come to the same'
        }}.
      </p>
    </div>
  </div>
</template>
