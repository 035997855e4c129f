<script setup lang="ts">
import { weeksText } from '#core/numbers/pace'
import { idOf } from '#core/base/id'
import { bookKinds, bookName, checkNumber, type BookKind } from '#core/numbers/book'
import { fates } from '#core/numbers/fates'
import { readBooks, type BookView } from '~/data/numbers/bookReads'
import { useOffice } from '~/stores/office'

const office = useOffice()
const books = useLive(readBooks)
const accounts = computed(() => [
  ...new Map((books.value ?? []).map(b => [b.view.account.id, b.view])).values(),
])

/** So many books are drawn in one go. */
const BOOKS_A_TURN = 8
const turn = useTurns(() => (books.value?.length ?? 0) / BOOKS_A_TURN)

const opening = ref(false)
const accountId = ref('')
const kind = ref<BookKind>('stationer’s stock')
const name = ref('')
const first = ref('')
const last = ref('')
const { busy, refusal, succeeded, at, clear } = useAct()
const tried = ref(false)
const start = computed(() => checkNumber(first.value, 'start'))
const end = computed(() => checkNumber(last.value, 'end'))
function begin() {
  opening.value = true
  accountId.value = accounts.value[0]?.account.id ?? ''
  name.value = ''
  first.value = ''
  last.value = ''
  tried.value = false
  clear()
  focusSoon('[data-test="book-account"] input')
}
function leave() {
  opening.value = false
  focusSoon('[data-test="open-book"]')
}
async function open() {
  tried.value = true
  const [from, to] = [start.value, end.value]
  if (!from.ok || !to.ok) return focusSoon(`[data-test="book-${from.ok ? 'last' : 'first'}"] input`)
  if (
    !(await succeeded('addBook', {
      book: {
        id: idOf<'book'>(crypto.randomUUID()),
        accountId: idOf<'account'>(accountId.value),
        kind: kind.value,
        start: from.value,
        end: to.value,
        ...(name.value.trim() && { name: name.value.trim() }),
      },
    }))
  )
    return
  leave()
  office.said = 'Added the number book.'
}
const faultAt = (field: 'start' | 'end'): string[] => {
  const typed = field === 'start' ? start.value : end.value
  return tried.value && !typed.ok ? [typed.refusal.text] : at(field)
}
const lasts = ({ weeks, perWeek }: BookView['stock']): string =>
  weeks === undefined ? 'not used lately' : `${weeksText(weeks)} at ${perWeek.toFixed(1)} a week`
</script>

<template>
  <div class="page">
    <PageHead title="Number books">
      <v-btn v-if="books?.length" data-test="open-book" @click="begin"> Add number book </v-btn>
      <v-btn v-if="books?.length" to="/books/proof" data-test="to-proof"> Proof of the books </v-btn>
    </PageHead>
    <AccountsNoAccount v-if="books && !books.length" />
    <div v-else-if="books" class="scroll">
      <v-card v-if="opening" class="opening">
        <v-form class="row" @submit.prevent="open">
          <v-select
            v-model="accountId"
            :items="accounts.map(v => ({ title: v.account.name, value: v.account.id }))"
            label="Account"
            hide-details
            class="mid"
            data-test="book-account"
          />
          <v-select
            v-model="kind"
            :items="[...bookKinds]"
            label="Kind"
            hide-details
            class="mid"
            data-test="book-kind"
          />
          <v-text-field v-model="name" label="Name (optional)" hide-details maxlength="60" class="mid" />
          <v-text-field
            v-model="first"
            label="First number"
            inputmode="numeric"
            :error-messages="faultAt('start')"
            class="short"
            data-test="book-first"
            ><template #append-inner><HelpFieldHint of="numbers" /></template
          ></v-text-field>
          <v-text-field
            v-model="last"
            label="Last number"
            inputmode="numeric"
            :error-messages="faultAt('end')"
            class="short"
            data-test="book-last"
          />
          <v-btn type="submit" color="primary" variant="flat" data-test="book-open" :loading="busy">
            Add number book
          </v-btn>
          <v-btn variant="text" @click="leave"> Cancel </v-btn>
        </v-form>
        <p
          v-if="refusal && refusal.field !== 'start' && refusal.field !== 'end'"
          class="text-error"
          role="alert"
        >
          {{ refusal.text }}
        </p>
      </v-card>
      <div class="books">
        <div
          v-for="b in books.slice(0, turn * BOOKS_A_TURN)"
          :key="b.book.id"
          class="book plain-card"
          :class="{ away: b.book.archived }"
        >
          <header>
            <h2>
              <a :href="`/books/${encodeURIComponent(b.book.id)}`"
                >{{ b.view.account.name }}: {{ b.book.name || b.book.kind }}</a
              >
            </h2>
            <p class="quiet">
              {{ b.book.kind }}, {{ b.book.start }} to {{ b.book.end
              }}{{ b.book.archived ? ', archived' : '' }}
            </p>
            <p v-if="!b.book.archived">
              Next number <strong class="next">{{ b.next ?? 'none left' }}</strong>
            </p>
            <p v-if="!b.book.archived" :class="b.stock.low ? 'text-warning' : 'quiet'">
              {{ b.stock.left.toLocaleString('en-US') }} left, {{ lasts(b.stock) }}
            </p>
          </header>
          <table class="plain" :data-test="`book-${b.view.account.id}`" :aria-label="bookName(b.book)">
            <thead>
              <tr>
                <th scope="col">Fate</th>
                <th scope="col" class="num">Numbers</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="fate in fates.filter(f => b.counts[f])" :key="fate">
                <td><StateMark :state="fate" /></td>
                <td class="num">{{ b.counts[fate].toLocaleString('en-US') }}</td>
              </tr>
              <tr class="sum">
                <td>In the book</td>
                <td class="num">{{ (b.book.end - b.book.start + 1).toLocaleString('en-US') }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.opening {
  padding: 14px;
  margin-bottom: 16px;
}
.row {
  align-items: flex-start;
}
.mid {
  max-width: 13.125rem;
  min-width: 180px;
}
.short {
  max-width: 10rem;
  min-width: 130px;
}
.books {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(17.5rem, 1fr));
  gap: var(--space-4);
  align-content: start;
  padding-bottom: 18px;
}
.book {
  padding: 16px;
  display: grid;
  gap: var(--space-3);
  align-content: start;
}
.away {
  opacity: 0.85;
}
.next {
  font-size: 1.3rem;
  margin-left: 6px;
}
.sum td {
  font-weight: 600;
  border-bottom: 0;
}
</style>
