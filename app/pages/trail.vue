<script setup lang="ts">
import { trailOut } from '#core/exchange/trailFile'
import { firstBroken } from '#core/trail/trail'
import { saveText } from '~/data/papers'
import { readTrail, readTrailActs, readWholeTrail } from '~/data/reads'

const kinds = useLive(readTrailActs)
const kind = ref('all')
const search = ref('')
const wanted = refDebounced(computed(() => search.value?.trim().toLowerCase() ?? ''), 200)
const day = ref('')
const MOST = 500
const lines = useLive(() => {
  const [text, act, on] = [wanted.value, kind.value, day.value]
  return readTrail(l => (act === 'all' || l.act === act) && (!on || l.at.startsWith(on)) && (!text || l.text.toLowerCase().includes(text) || l.by.toLowerCase().includes(text)), MOST)
}, () => [wanted.value, kind.value, day.value])
const checked = ref('')
async function check() {
  const all = await readWholeTrail()
  const broken = firstBroken(all)
  checked.value = broken ? `Line ${broken.seq} is broken: it was changed, or one before it is missing.` : `${all.length.toLocaleString('en-US')} lines, the chain holds.`
}
async function save() {
  saveText(trailOut(await readWholeTrail()), 'trail.jsonl', 'application/jsonl')
}
const when = (at: string): string => new Date(at).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'medium' })
const linkOf = (about: Readonly<Record<string, string>>): string => (about.run ? `/run/${about.run}` : about.book ? `/books/${encodeURIComponent(about.book)}` : '')
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Trail</h1>
      <v-btn data-test="trail-check" @click="check">
        Check the chain
      </v-btn>
      <v-btn data-test="trail-save" @click="save">
        Save as JSON lines
      </v-btn>
      <v-btn variant="text" to="/files">
        Files
      </v-btn>
    </div>
    <p v-if="checked" class="mb-2" role="status" data-test="trail-checked">
      {{ checked }}
    </p>
    <div class="row">
      <v-text-field v-model="search" label="Find in what was done, or by whom" hide-details clearable class="find" data-test="trail-find" />
      <v-select v-model="kind" :items="[{ title: 'Every act', value: 'all' }, ...(kinds ?? []).map(k => ({ title: k, value: k }))]" label="Act" hide-details class="kind" />
      <v-text-field v-model="day" type="date" label="Day" hide-details class="kind" />
    </div>
    <v-card class="scroll list">
      <table class="plain" data-test="trail">
        <thead>
          <tr><th scope="col" class="num">Line</th><th scope="col">When</th><th scope="col">Who</th><th scope="col">Act</th><th scope="col">What</th><th scope="col"><span class="d-sr-only">Go there</span></th></tr>
        </thead>
        <tbody>
          <tr v-for="l in lines" :key="l.seq">
            <td class="num">{{ l.seq }}</td><td class="nowrap">{{ when(l.at) }}</td><td class="nowrap">{{ l.by }}</td><td class="nowrap">{{ l.act }}</td><td>{{ l.text }}</td><td><NuxtLink v-if="linkOf(l.about)" :to="linkOf(l.about)">look</NuxtLink></td>
          </tr>
        </tbody>
      </table>
      <p v-if="lines && !lines.length" class="quiet pa-4">
        No line matches.
      </p>
      <p v-else-if="lines?.length === MOST" class="quiet pa-4">
        The newest {{ MOST }} lines that match; the file holds all.
      </p>
    </v-card>
  </div>
</template>

<style scoped>
.row { display: flex; gap: 12px; margin: 6px 0 10px; } .find { max-width: 420px; } .kind { max-width: 210px; }
.list { flex: 1; margin-bottom: 14px; } .nowrap { white-space: nowrap; }
</style>
