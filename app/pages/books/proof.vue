<script setup lang="ts">
import { bookName, type NumberBook } from '#core/books/book'
import { fates } from '#core/books/fates'
import { saveNumbersCsv, saveNumbersPdf } from '~/data/reports'
import { compareNumbers, readAccounts, readNumbersProof } from '~/data/reads'

const proof = useLive(readNumbersProof)
const accounts = useLive(readAccounts)
const compared = useLive(() => (proof.value ? compareNumbers() : undefined), () => proof.value)
const accountOf = (book: NumberBook): string => accounts.value?.find(v => v.account.id === book.accountId)?.account.name ?? ''
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Proof of numbers</h1>
      <v-btn :disabled="!proof || !accounts" data-test="proof-pdf" @click="proof && saveNumbersPdf(proof, accountOf)">
        Save as PDF
      </v-btn>
      <v-btn :disabled="!proof || !accounts" data-test="proof-csv" @click="proof && saveNumbersCsv(proof, accountOf)">
        Save as CSV
      </v-btn>
      <v-btn variant="text" to="/books">
        All number books
      </v-btn>
    </div>
    <div v-if="proof && accounts" class="scroll">
      <v-card>
        <table class="plain" data-test="numbers-proof">
          <thead>
            <tr><th scope="col">Account and book</th><th v-for="f in fates" :key="f" scope="col" class="num">{{ f }}</th><th scope="col" class="num">Sum</th><th scope="col" class="num">In the book</th></tr>
          </thead>
          <tbody>
            <tr v-for="b in proof.books" :key="b.book.id">
              <td><NuxtLink :to="`/books/${encodeURIComponent(b.book.id)}`">{{ accountOf(b.book) }}</NuxtLink><br><span class="quiet">{{ bookName(b.book) }}</span></td>
              <td v-for="f in fates" :key="f" class="num">{{ b.counts[f].toLocaleString('en-US') }}</td>
              <td class="num" :class="{ 'text-error': !b.agrees }">{{ fates.reduce((s, f) => s + b.counts[f], 0).toLocaleString('en-US') }}</td>
              <td class="num"><strong>{{ b.length.toLocaleString('en-US') }}</strong></td>
            </tr>
          </tbody>
        </table>
      </v-card>
      <p v-if="!proof.problems.length && proof.books.every(b => b.agrees)" class="mt-4" data-test="proof-holds">
        Every number of every book has exactly one fate. No gaps, no doubles.
      </p>
      <ul v-else class="mt-4 text-error" data-test="problems">
        <li v-for="p in proof.problems" :key="`${p.bookId}/${p.number}/${p.what}`">
          <NuxtLink :to="`/books/${encodeURIComponent(p.bookId)}?number=${p.number}`">{{ p.number }}</NuxtLink> {{ p.what }}
        </li>
        <li v-for="b in proof.books.filter(x => !x.agrees)" :key="b.book.id">
          {{ bookName(b.book) }} does not add up
        </li>
      </ul>
      <p v-if="!compared" class="quiet mt-2">
        Comparing with the row of every number.
      </p>
      <p v-else-if="!compared.differences.length" class="quiet mt-2" data-test="compared">
        Compared with the rows of all {{ compared.rows.toLocaleString('en-US') }} numbers that were ever touched: they say the same.
      </p>
      <ul v-else class="mt-2 text-error" data-test="differences">
        <li v-for="d in compared.differences.slice(0, 200)" :key="`${d.bookId}/${d.number}`">
          <NuxtLink :to="`/books/${encodeURIComponent(d.bookId)}?number=${d.number}`">{{ d.number }}</NuxtLink> {{ d.what }}
        </li>
      </ul>
    </div>
  </div>
</template>
