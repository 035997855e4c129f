<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { figures } from '#core/money/figures'
import type { QueuedBill } from '~/data/bills/billQueue'
import { useOffice } from '~/stores/office'

const office = useOffice()
const { companies, company, choose } = useCompany()
const { tape, wanted, bills, entered, differs, add, end } = usePile(computed(() => company.value?.id))
const bill = useBillForm(company, ref(undefined), add, () => 'a bill')
const { payees, sign, enterIt, correct, isBlank } = bill
/** A bill of the payee that somebody came from, unless one is half typed here. */
const { payee } = useRoute().query
watch(
  payees,
  () => {
    if (typeof payee === 'string' && isBlank.value) bill.form.value.payee = payee
  },
  { once: true, immediate: true },
)
const queue = useBillQueue(
  computed(() => company.value?.id),
  kept => {
    add(kept)
    office.said = `Entered as our number ${kept.ourNumber}: ${figures(kept.amount, { sign: sign.value })}, due ${dayText(kept.due)}.`
  },
)
const { refused, waiting } = queue
/** The form first, then what was entered. */
const turn = useTurns(() => (payees.value ? 2 : 1))
/** A refused bill goes back into the form; what is half typed there is put aside as a row of its own. */
function correctIt(of: QueuedBill) {
  if (!isBlank.value) queue.add(bill.form.value, undefined, 'Not finished.')
  queue.remove(of.id)
  correct(of.form)
}

function endPile() {
  end()
  office.said = 'Pile finished. The next one starts here.'
  focusSoon('[data-test="tape"] input')
}
</script>

<template>
  <div class="page">
    <BillsHead title="Add bills" :companies="companies" :company="company" @choose="choose" />
    <div v-if="company && payees" class="halves">
      <BillsForm :bill="bill" verb="Enter bill" class="scroll" @go="enterIt(queue)">
        <template #after>
          <p class="help quiet">
            Press Enter in any field to enter the bill. Type a credit note as a negative amount, such as
            -64.00.
          </p>
        </template>
      </BillsForm>
      <section v-if="turn > 1" class="pile" aria-labelledby="pile">
        <h2 id="pile">This pile</h2>
        <div class="tape">
          <v-text-field
            v-model="tape"
            label="Expected total of the pile (optional)"
            :prefix="sign"
            inputmode="decimal"
            autocomplete="off"
            :error-messages="wanted && !wanted.ok ? [wanted.refusal.text] : []"
            hide-details="auto"
            data-test="tape"
          />
          <dl>
            <div>
              <dt>Entered ({{ bills?.length ?? 0 }})</dt>
              <dd data-test="pile-sum">{{ figures(entered, { sign }) }}</dd>
            </div>
            <div v-if="refused.length">
              <dt>To correct</dt>
              <dd class="text-error" data-test="pile-wrong">{{ refused.length }}</dd>
            </div>
            <div v-if="differs !== undefined">
              <dt>Difference</dt>
              <dd :class="differs === 0 ? 'text-success' : 'text-error'" data-test="pile-differs">
                {{ differs === 0 ? 'none, the pile agrees' : figures(differs, { sign }) }}
              </dd>
            </div>
          </dl>
          <v-btn size="small" :disabled="!bills?.length && !tape" data-test="pile-end" @click="endPile()">
            Start another pile
          </v-btn>
        </div>
        <v-card class="grow scroll" tabindex="0" role="region" aria-label="Bills entered in this pile">
          <table class="plain" data-test="pile">
            <thead>
              <tr>
                <th scope="col">Our number</th>
                <th scope="col">Payee</th>
                <th scope="col">Bill</th>
                <th scope="col">Due</th>
                <th scope="col" class="num">Amount</th>
              </tr>
            </thead>
            <tbody v-if="refused.length + waiting.length" data-test="pile-refused">
              <tr v-for="q in [...waiting, ...refused].reverse()" :key="q.id">
                <td :class="{ 'text-error': q.fault }">{{ q.fault ? 'not entered' : 'being entered' }}</td>
                <td>{{ q.form.payee }}</td>
                <td>{{ q.form.number }}</td>
                <td>
                  <template v-if="q.fault">
                    <span class="text-error">{{ q.fault }}</span>
                    <v-btn
                      size="x-small"
                      class="ml-1"
                      :aria-label="`Correct bill ${q.form.number}`"
                      data-test="pile-mend"
                      @click="correctIt(q)"
                      >Correct</v-btn
                    >
                    <v-btn
                      size="x-small"
                      variant="text"
                      :aria-label="`Remove bill ${q.form.number}`"
                      @click="queue.remove(q.id)"
                      >Remove</v-btn
                    >
                  </template>
                </td>
                <td class="num">{{ q.form.amount }}</td>
              </tr>
            </tbody>
            <tbody data-test="pile-entered">
              <tr v-for="b in [...(bills ?? [])].reverse()" :key="b.id">
                <td>
                  <NuxtLink :to="`/bills?bill=${b.id}`">{{ b.ourNumber }}</NuxtLink>
                </td>
                <td>{{ payees.find(p => p.id === b.payeeId)?.name }}</td>
                <td>{{ b.number }}</td>
                <td class="nowrap">{{ dayText(b.due) }}</td>
                <td class="num">{{ figures(b.amount) }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="!bills?.length && !refused.length" class="quiet pa-4">
            Bills you enter are listed here, newest first, until you start another pile.
          </p>
        </v-card>
      </section>
    </div>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(20rem, 420px) minmax(0, 1fr);
  gap: var(--space-5);
}
.pile {
  display: flex;
  flex-direction: column;
  min-height: 0;
  gap: var(--space-2);
}
.tape {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-2) var(--space-5);
}
.tape .v-input {
  flex: 1 1 220px;
  max-width: 18.75rem;
}
.tape dl {
  display: flex;
  gap: var(--space-5);
  margin-right: auto;
}
dt {
  font-size: var(--text-tiny);
  color: rgb(var(--v-theme-secondary));
}
dd {
  font-weight: 600;
}
.grow {
  flex: 1;
  min-height: 120px;
}
.nowrap {
  white-space: nowrap;
}
.help {
  font-size: var(--text-small);
  margin-top: 8px;
}
@media (max-width: 51.25em) {
  .halves {
    --halves: minmax(0, 1fr);
  }
}
</style>
