<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { momentTold } from '~/data/office'
import type { Counts } from '~/data/backupWork'

/** Everything in this browser as one file, and such a file put in its place; at the first start the latter alone. */
defineProps<{ onlyRestore?: boolean }>()
const { passphrase, locked, state, doing, part, fault, seen, save, look, restore, leave, stop } = useBackup()
const sure = ref(false)
const opensWith = ref('')
watch(locked, () => {
  opensWith.value = ''
})
watch(seen, () => {
  sure.value = false
})
const named: Readonly<Record<keyof Counts, string>> = {
  companies: 'Companies',
  accounts: 'Accounts',
  payees: 'Payees',
  bills: 'Bills',
  payments: 'Payments',
  numbers: 'Numbers used',
}
const acts = (n: number): string => howMany(n, 'act')
/** How the file stands to what is here, in words. */
const told = computed(() => {
  const of = seen.value
  if (!of) return ''
  if (!of.here.last) return 'Nothing was done in this browser yet: the file goes in as it is.'
  const { meeting } = of
  switch (meeting.kind) {
    case 'same':
      return 'The file is what is here: the last act of both is the same.'
    case 'newer':
      return `The file is newer: it is this office with ${acts(meeting.by)} more.`
    case 'older':
      return `The file is older: ${acts(meeting.by)} done here ${meeting.by === 1 ? 'is' : 'are'} not in it, and would be gone.`
    case 'another office':
      return 'The file is of another office: all that is here would be gone.'
    default:
      return `They are one office that went two ways at act ${meeting.here.seq}. Here: ${meeting.here.act}, ${meeting.here.text}. In the file: ${meeting.there.act}, ${meeting.there.text}. They cannot be mixed: one of both goes on.`
  }
})
/** Nothing that is here is lost by it: no word is asked for. */
const harmless = computed(() => !seen.value?.here.last || ['same', 'newer'].includes(seen.value.meeting.kind))
const lastTold = (side: 'here' | 'there'): string => {
  const last = seen.value?.[side].last
  return last ? `${last.seq}: ${last.act}, ${momentTold(last.at)}` : 'none'
}
</script>

<template>
  <v-card class="part" data-test="backup">
    <h2>{{ onlyRestore ? 'Bring a backup back' : 'Backup' }}</h2>
    <p v-if="onlyRestore">
      A file saved before, here or on another machine: the office goes on where it stood.
    </p>
    <p v-else>
      Everything of this office as one file: the program can prove it, and other programs can read it.
    </p>
    <p v-if="state && !onlyRestore" class="quiet" data-test="backup-state">
      {{
        state.at
          ? `The last one was saved ${momentTold(state.at)}; ${acts(state.since)} since.`
          : `None was saved yet; ${acts(state.since)} would be lost with this browser.`
      }}
    </p>
    <v-text-field
      v-if="!onlyRestore"
      v-model="passphrase"
      type="password"
      label="Passphrase, where the backup is to be locked"
      hint="Nobody can open it without: write it down where the office finds it."
      :persistent-hint="passphrase !== ''"
      autocomplete="new-password"
      hide-details="auto"
      class="phrase"
      data-test="backup-phrase"
    />
    <FilesKept v-if="!onlyRestore" />
    <div class="row">
      <v-btn
        v-if="!onlyRestore"
        color="primary"
        variant="flat"
        :disabled="!!doing"
        data-test="backup-save"
        @click="save()"
      >
        Save a backup
      </v-btn>
      <template v-if="doing">
        <span role="status">{{ doing }}…</span>
        <v-progress-linear
          :model-value="part * 100"
          :indeterminate="part === 0 || part === 1"
          color="primary"
          height="6"
          rounded
          class="far"
          aria-label="How far it is"
        />
        <v-btn size="small" @click="stop()">Stop</v-btn>
      </template>
    </div>
    <v-alert v-if="fault" type="error" :text="fault" data-test="backup-fault" />
    <FileDrop
      label="Restore from a backup"
      kinds="a backup file (zip, or zip.age where it is locked)"
      accept=".zip,.age,application/zip"
      :most="500"
      :disabled="!!doing"
      data-test="backup-file"
      @take="look"
    />
    <v-form v-if="locked" class="row" @submit.prevent="opensWith && look(locked, opensWith)">
      <v-text-field
        v-model="opensWith"
        v-first
        type="password"
        :label="`Passphrase of ${locked.name}`"
        autocomplete="off"
        hide-details
        class="phrase"
        data-test="backup-opens"
      />
      <v-btn type="submit" :disabled="!opensWith || !!doing" data-test="backup-open">Open it</v-btn>
    </v-form>
    <section v-if="seen" aria-label="The backup beside what is here" data-test="backup-seen">
      <p class="mb-2">
        <strong>{{ told }}</strong>
      </p>
      <p v-if="seen.usedInBoth.length" class="text-error mb-2">
        Numbers that both used: {{ seen.usedInBoth.join(', ') }}.
      </p>
      <v-alert v-if="seen.findings.length" type="warning" class="mb-2">
        In the file does not hold: {{ seen.findings.slice(0, 5).join('; ') }}.
      </v-alert>
      <table class="plain mb-2">
        <thead>
          <tr>
            <td></td>
            <th scope="col">Here</th>
            <th scope="col">
              In the file, saved {{ momentTold(seen.manifest.madeAt) }} by {{ seen.manifest.by }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Last act</th>
            <td>{{ lastTold('here') }}</td>
            <td>{{ lastTold('there') }}</td>
          </tr>
          <tr v-for="(name, key) in named" :key="key">
            <th scope="row">{{ name }}</th>
            <td>{{ seen.here.counts[key].toLocaleString('en-US') }}</td>
            <td>{{ seen.there.counts[key].toLocaleString('en-US') }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="seen.here.last" class="quiet">What is here is saved as a backup of its own first.</p>
      <v-checkbox
        v-if="!harmless"
        v-model="sure"
        label="What is here may go"
        density="compact"
        hide-details
        data-test="backup-sure"
      />
      <div class="row">
        <v-btn
          color="primary"
          variant="flat"
          :disabled="!!doing || (!harmless && !sure)"
          data-test="backup-restore"
          @click="restore()"
        >
          Put it in place
        </v-btn>
        <v-btn variant="text" :disabled="!!doing" @click="leave()">Leave it</v-btn>
      </div>
    </section>
  </v-card>
</template>

<style scoped>
.part {
  padding: 16px 18px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
.far {
  flex: 0 1 160px;
}
.phrase {
  width: min(360px, 100%);
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
th[scope='row'] {
  text-align: left;
  font-weight: 500;
}
</style>
