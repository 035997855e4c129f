<script setup lang="ts">
import { countFates, nextNumber, type NumberRow } from '#core/books/book'
import { fates } from '#core/books/fates'
import { readAccounts, readRows, type AccountView } from '~/data/reads'

interface BookView { view: AccountView, counts: ReturnType<typeof countFates>, next: number | undefined, length: number, rows: NumberRow[] }
const books = useLive(async (): Promise<BookView[]> => Promise.all((await readAccounts()).map(async (view) => {
  const rows = await readRows(view.book.id)
  return { view, rows: [...rows.values()], counts: countFates(view.book, rows.values()), next: nextNumber(view.book, rows), length: view.book.end - view.book.start + 1 }
})))
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Number books</h1>
    </div>
    <NoAccount v-if="books && !books.length" />
    <div v-else-if="books" class="scroll books">
      <v-card v-for="b in books" :key="b.view.book.id" class="book">
        <header>
          <h2>{{ b.view.account.name }}</h2>
          <p class="quiet">
            {{ b.view.book.kind }}, {{ b.view.book.start }} to {{ b.view.book.end }}
          </p>
          <p>Next number <strong class="next">{{ b.next ?? 'used up' }}</strong></p>
        </header>
        <table class="plain" :data-test="`book-${b.view.account.id}`">
          <thead>
            <tr><th scope="col">Fate</th><th scope="col" class="num">Numbers</th></tr>
          </thead>
          <tbody>
            <tr v-for="fate in fates.filter(f => b.counts[f])" :key="fate">
              <td><StateMark :state="fate" /></td><td class="num">{{ b.counts[fate].toLocaleString('en-US') }}</td>
            </tr>
            <tr class="sum">
              <td>In the book</td><td class="num">{{ b.length.toLocaleString('en-US') }}</td>
            </tr>
          </tbody>
        </table>
      </v-card>
    </div>
  </div>
</template>

<style scoped>
.books { display: grid; grid-template-columns: repeat(auto-fill, minmax(280px, 1fr)); gap: 18px; align-content: start; padding-bottom: 18px; }
.book { padding: 16px; display: grid; gap: 12px; align-content: start; }
.next { font-size: 1.3rem; margin-left: 6px; }
.sum td { font-weight: 600; border-bottom: 0; }
</style>
