<script setup lang="ts">
import { actName, lineText } from '#core/trail/lineText'
import { trailOut } from '#core/exchange/trailFile'
import type { TrailLine } from '#core/trail/trail'
import type { Column } from '~/composables/base/rowTable'
import { beginChain } from '~/data/audit/audit'
import { saveText } from '~/data/files/fileOut'
import { momentText } from '~/data/office/office'
import {
  beginTrailSearch,
  readLineNumbers,
  readTrail,
  readTrailActs,
  readWholeTrail,
} from '~/data/history/trail'
import { isNarrowed, trailSubjects, type TrailAsked, type TrailSubject } from '~/data/history/trailLines'

const { company } = useCompany()
const route = useRoute()
/** The one thing that the lines shown are about, where a page asked for its history. */
const subject = computed((): TrailSubject | undefined => {
  const { about, id } = route.query
  return typeof about === 'string' && about in trailSubjects && typeof id === 'string'
    ? { about: about as TrailSubject['about'], id }
    : undefined
})
const written = useLive(readTrailActs)
const kinds = computed(() => [...new Set((written.value ?? []).map(actName))].sort())
const kind = ref('all')
const search = ref('')
const wanted = refDebounced(
  computed(() => search.value?.trim().toLowerCase() ?? ''),
  200,
)
const day = ref('')
const MOST = 500
const asked = computed((): TrailAsked => ({
  text: wanted.value,
  act: kind.value === 'all' ? '' : kind.value,
  day: day.value,
  subject: subject.value,
}))
const keysFound = async () => (await readLineNumbers(asked.value)).reverse()
const lines = useLive(
  () => readTrail(asked.value, MOST),
  () => [wanted.value, kind.value, day.value, subject.value?.about, subject.value?.id],
)
const { part, report, fault, begin, stop } = useAudit(beginChain)
const checked = computed(() => {
  const of = report.value
  return of && (of.broken ? `${of.broken}.` : `${of.lines.toLocaleString('en-US')} lines, the chain holds.`)
})
async function save() {
  saveText(trailOut(await readWholeTrail()), 'trail.jsonl', 'application/jsonl')
}
const pages = { run: '/run/', book: '/books/', bill: '/bills/bill/', payee: '/bills/payee/' } as const
function linkOf(about: Readonly<Record<string, string>>): string {
  const found = Object.entries(pages).find(([thing]) => about[thing])
  return found ? `${found[1]}${encodeURIComponent(about[found[0]]!)}` : ''
}
const at = ref('')
function goThere(line: TrailLine, by: 'mouse' | 'Enter' | 'space') {
  const link = linkOf(line.about)
  if (by === 'Enter' && link) void navigateTo(link)
}
const rows = computed(() => (lines.value ?? []).map(l => ({ ...l, id: String(l.seq) })))
const columns: readonly Column<TrailLine & { id: string }>[] = [
  { key: 'seq', title: 'Line', num: true, width: '72px', text: l => l.seq },
  { key: 'at', title: 'When', width: '188px', look: 'nowrap', text: l => momentText(l.at, true) },
  { key: 'by', title: 'Who', width: '120px', text: l => l.by },
  { key: 'act', title: 'Action', width: '136px', text: l => actName(l.act) },
  { key: 'text', title: 'Details', text: l => lineText(l) },
  { key: 'go', title: 'Open', untitled: true, width: '60px' },
]
</script>

<template>
  <div class="page">
    <OfficeHead title="Trail">
      <v-btn data-test="trail-check" @click="begin()"> Check the chain </v-btn>
      <v-btn data-test="trail-save" @click="save"> Export as JSON lines </v-btn>
    </OfficeHead>
    <p v-if="part !== undefined" class="mb-2">
      Checking the chain, {{ Math.floor(part * 100) }} %
      <v-btn size="small" @click="stop()">Stop</v-btn>
    </p>
    <p v-else-if="fault" class="mb-2 text-error" role="alert">{{ fault }}</p>
    <p v-if="checked" class="mb-2" role="status" data-test="trail-checked">
      {{ checked }}
    </p>
    <p v-if="subject" class="mb-2" data-test="trail-subject">
      Only lines about this {{ trailSubjects[subject.about] }} are shown.
      <NuxtLink to="/office/trail">Show all lines</NuxtLink>
    </p>
    <div class="row">
      <v-text-field
        v-model="search"
        label="Search text or name"
        hide-details
        clearable
        class="find"
        data-test="trail-find"
        @focus="beginTrailSearch"
      />
      <v-select
        v-model="kind"
        :items="[{ title: 'All actions', value: 'all' }, ...kinds]"
        label="Action"
        hide-details
        class="kind"
      />
      <v-text-field v-model="day" type="date" label="Day" hide-details class="kind" />
      <SaveShown v-if="company" list="trail" :company-id="company.id" :keys="keysFound" />
    </div>
    <v-card class="list">
      <RowTable
        v-model:chosen="at"
        :rows="rows"
        :columns="columns"
        label="Lines of the trail"
        data-test="trail"
        @press="goThere"
      >
        <template #go="{ row: l }">
          <NuxtLink v-if="linkOf(l.about)" :to="linkOf(l.about)" tabindex="-1"> view </NuxtLink>
        </template>
        <template #empty>
          <template v-if="lines"> No lines match. </template>
          <template v-else-if="isNarrowed(asked)"> Searching the trail. </template>
        </template>
      </RowTable>
    </v-card>
    <p v-if="lines?.length === MOST" class="quiet more">
      The newest {{ MOST }} lines that match. The exported file has all of them.
    </p>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  align-items: center;
  gap: var(--space-3);
  margin: 6px 0 10px;
}
.find {
  max-width: 26.25rem;
}
.kind {
  max-width: 13.125rem;
}
.list {
  flex: 1;
  min-height: 0;
  margin-bottom: 14px;
}
.more {
  margin-bottom: 10px;
}
</style>
