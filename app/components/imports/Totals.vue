<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import type { CheckedImport } from '~/data/imports/importDesk'
import type { useImport } from '~/composables/imports/useImport'

/** What each amount column comes to, beside what it should come to: numbers face numbers before anything is imported. */
const props = defineProps<{ importing: ReturnType<typeof useImport>; checked: CheckedImport }>()
const { form, controlFaults } = props.importing
const uneven = computed(() => props.checked.totals.reduce((n, c) => n + c.uneven, 0))
</script>

<template>
  <v-card v-if="checked.totals.length" data-test="intake-totals">
    <h2>Totals of the file</h2>
    <div class="wide">
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Column</th>
            <th scope="col" class="num">Cells</th>
            <th scope="col" class="num">Total as read</th>
            <th scope="col">It should be (optional)</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in checked.totals" :key="c.field">
            <th scope="row">{{ c.title }}</th>
            <td class="num">{{ c.count.toLocaleString('en-US') }}</td>
            <td class="num" :data-test="`total-${c.field}`">
              {{ c.total }}
              <span v-if="c.unread" class="why"
                >without {{ howMany(c.unread, 'cell') }} that is not an amount</span
              >
            </td>
            <td>
              <v-text-field
                :model-value="form.control[c.field] ?? ''"
                :aria-label="`Expected total of ${c.title}`"
                inputmode="decimal"
                density="compact"
                hide-details="auto"
                :error-messages="controlFaults[c.field] ? [controlFaults[c.field]!] : []"
                class="should"
                :data-test="`control-${c.field}`"
                @update:model-value="importing.typeControl(c.field, $event)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <template v-if="uneven || form.round">
      <v-checkbox
        :model-value="form.round"
        label="Round all amounts to the cent"
        density="compact"
        hide-details
        data-test="intake-round"
        @update:model-value="importing.answer({ round: Boolean($event) })"
      />
      <p class="quiet" data-test="intake-rounding">
        {{ howMany(uneven, 'amount') }} {{ uneven === 1 ? 'has' : 'have' }} more than two decimals.
        <template v-for="c in checked.totals.filter(t => t.uneven)" :key="c.field">
          {{ c.title }} in the file: {{ c.exact }}; {{ form.round ? 'rounded' : 'without them' }}:
          {{ c.total }}.
        </template>
      </p>
    </template>
  </v-card>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
.should {
  min-width: 120px;
}
.why {
  display: block;
  white-space: normal;
  font-size: var(--text-tiny);
}
</style>
