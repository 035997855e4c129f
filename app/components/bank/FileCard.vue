<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { masked } from '#core/accounts/account'
import { cents, sum } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { useStatementFile } from '~/composables/bank/useStatementFile'
import type { AccountView } from '~/data/accounts/accountReads'

/** A statement file that was given: what it says of the account, what of it is new, and the act. */
const props = defineProps<{
  source: ReturnType<typeof useStatementFile>
  view: AccountView
  isBegun: boolean
}>()
const { name, read, chosen, signs, own, part, asksSigns, sorted, unbalanced, busy, refused } = props.source
const sign = computed(() => props.view.account.currency.sign)
const signChoices = [
  { title: 'Above zero is money in', value: 'as given' },
  { title: 'Above zero is money out: reverse all amounts', value: 'reversed' },
  { title: 'Amounts have no sign: checks and fees are money out', value: 'by kind' },
]
const accounts = computed(() =>
  (read.value?.accounts ?? []).map(a => ({
    title: `${masked(a.account)}, ${howMany(a.lines.length, 'line')}`,
    value: a.account,
  })),
)
const total = (list: readonly { readonly amount: number }[], way: 1 | -1): string =>
  figures(sum(list.filter(l => Math.sign(l.amount) === way).map(l => cents(l.amount))), { sign: sign.value })
const isReady = computed(
  () =>
    props.isBegun &&
    part.value !== undefined &&
    Boolean(sorted.value?.added.length) &&
    (!asksSigns.value || signs.value !== undefined),
)
async function importIt() {
  if (await props.source.importIt()) focusNextHere()
}
</script>

<template>
  <v-card v-if="read" class="given" data-test="bank-file">
    <div class="row">
      <h2>{{ name }}</h2>
      <span class="quiet">{{ read.format }}</span>
      <span v-if="part" class="quiet"
        >account {{ masked(part.account)
        }}{{ part.from && part.through ? `, ${dayText(part.from)} to ${dayText(part.through)}` : '' }}</span
      >
    </div>
    <template v-if="!own">
      <p class="text-error" role="alert" data-test="bank-file-account">
        {{
          accounts.length > 1
            ? `No account of this file has the number of ${view.account.name} (${masked(view.account.account)}).`
            : `This file is for account ${masked(read.accounts[0]?.account ?? '')}, but ${view.account.name} is ${masked(view.account.account)}.`
        }}
        Choose another account at the top of the page, or select which one this is.
      </p>
      <v-select
        v-model="chosen"
        :items="accounts"
        :label="`${view.account.name} is this account of the file`"
        hide-details
        class="wide-field"
        data-test="bank-file-choose"
      />
    </template>
    <v-select
      v-if="asksSigns"
      v-model="signs"
      :items="signChoices"
      label="What do the signs of this file mean?"
      :error-messages="signs ? [] : ['In this file checks or fees are above zero.']"
      hide-details="auto"
      class="wide-field long"
      data-test="bank-file-signs"
    />
    <table v-if="sorted" class="plain" data-test="bank-file-lines">
      <thead>
        <tr>
          <th scope="col">Lines</th>
          <th scope="col" class="num">Count</th>
          <th scope="col" class="num">Money in</th>
          <th scope="col" class="num">Money out</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>New</td>
          <td class="num">{{ sorted.added.length }}</td>
          <td class="num">{{ total(sorted.added, 1) }}</td>
          <td class="num">{{ total(sorted.added, -1) }}</td>
        </tr>
        <tr v-if="sorted.known.length">
          <td>Imported before</td>
          <td class="num">{{ sorted.known.length }}</td>
          <td class="num">{{ total(sorted.known, 1) }}</td>
          <td class="num">{{ total(sorted.known, -1) }}</td>
        </tr>
        <tr v-if="sorted.early.length" class="text-warning">
          <td>Before the open statement, left out</td>
          <td class="num">{{ sorted.early.length }}</td>
          <td class="num">{{ total(sorted.early, 1) }}</td>
          <td class="num">{{ total(sorted.early, -1) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-for="text in part?.notes ?? []" :key="text" class="quiet">{{ text }}</p>
    <p v-if="unbalanced" class="text-error" role="alert">{{ unbalanced }}</p>
    <p v-if="refused" class="text-error" role="alert">{{ refused }}</p>
    <div class="row">
      <v-btn
        color="primary"
        variant="flat"
        :disabled="!isReady"
        :loading="busy"
        data-next
        data-test="bank-import"
        @click="importIt()"
        >{{
          sorted && !sorted.added.length
            ? 'No new lines to import'
            : `Import ${howMany(sorted?.added.length ?? 0, 'new line')}`
        }}</v-btn
      >
      <v-btn variant="text" @click="source.leave()">Another file</v-btn>
    </div>
  </v-card>
</template>

<style scoped>
.given {
  padding: 14px 18px;
  display: grid;
  gap: var(--space-3);
}
.long {
  max-width: 35rem;
}
</style>
