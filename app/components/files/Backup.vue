<script setup lang="ts">
import { actName, lineText } from '#core/trail/lineText'
import { howMany } from '#core/base/howMany'
import { momentText } from '~/data/office/office'
import type { Counts } from '~/data/backups/backupWork'

/** Everything in this browser as one file, and such a file put in its place; at the first start the latter alone. */
defineProps<{ onlyRestore?: boolean }>()
/** About how many times a backup's size its rows take in the browser, beside the rows that are there until then. */
const UNPACKED = 12
const { passphrase, locked, state, doing, part, fault, seen, size, save, look, restore, leave, stop } =
  useBackup()
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
const acts = (n: number): string => howMany(n, 'action')
/** How the file stands to what is here, in words. */
const comparison = computed(() => {
  const of = seen.value
  if (!of) return ''
  if (!of.here.last) return 'This browser has no office yet. The backup will be restored as it is.'
  const { meeting } = of
  switch (meeting.kind) {
    case 'same':
      return 'The backup is the same as this office.'
    case 'newer':
      return `The backup is newer: the same office with ${acts(meeting.by)} more.`
    case 'older':
      return `The backup is older: ${acts(meeting.by)} done here ${meeting.by === 1 ? 'is' : 'are'} not in it and would be lost.`
    case 'another office':
      return 'The backup is from another office. Everything in this office would be replaced.'
    default:
      return `This office and the backup have diverged at line ${meeting.here.seq} of the trail. Here: ${lineText(meeting.here)} In the backup: ${lineText(meeting.there)} They cannot be merged. Choose which one to keep.`
  }
})
/** Nothing that is here is lost by it: no word is asked for. */
const harmless = computed(() => !seen.value?.here.last || ['same', 'newer'].includes(seen.value.meeting.kind))
const lastText = (side: 'here' | 'there'): string => {
  const last = seen.value?.[side].last
  return last ? `${actName(last.act)}, ${momentText(last.at)} (line ${last.seq})` : 'none'
}
</script>

<template>
  <v-card class="part" data-test="backup">
    <h2>{{ onlyRestore ? 'Restore a backup' : 'Backup' }}</h2>
    <p v-if="onlyRestore">
      A backup file saved here or on another machine. The office continues from where it was saved.
    </p>
    <p v-else>
      Saves everything in this office to one file that can be verified, restored here and read by other
      programs.
    </p>
    <p v-if="state && !onlyRestore" class="quiet" data-test="backup-state">
      {{
        state.at
          ? `Last backup: ${momentText(state.at)} (${acts(state.since)} since then).`
          : `No backup yet. If this browser’s data is lost, ${acts(state.since)} cannot be restored.`
      }}
    </p>
    <v-text-field
      v-if="!onlyRestore"
      v-model="passphrase"
      type="password"
      label="Passphrase (optional, locks the file)"
      hint="Nobody can open the file without it. Keep it where your office can find it."
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
        Save backup
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
          aria-label="Progress"
        />
        <v-btn size="small" @click="stop()">Stop</v-btn>
      </template>
    </div>
    <v-alert v-if="fault" type="error" :text="fault" data-test="backup-fault" />
    <FileDrop
      label="Restore from a backup"
      kinds="a backup file (.zip, or .zip.age if locked)"
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
        :label="`Passphrase or key for ${locked.name}`"
        autocomplete="off"
        hide-details
        class="phrase"
        data-test="backup-opens"
      />
      <v-btn type="submit" :disabled="!opensWith || !!doing" data-test="backup-open">Open</v-btn>
    </v-form>
    <section v-if="seen" aria-label="The backup compared with this office" data-test="backup-seen">
      <p class="mb-2">
        <strong>{{ comparison }}</strong>
      </p>
      <p v-if="seen.usedInBoth.length" class="text-error mb-2">
        Check numbers used in both: {{ seen.usedInBoth.join(', ') }}.
      </p>
      <v-alert v-if="seen.findings.length" type="warning" class="mb-2">
        Problems in the file: {{ seen.findings.slice(0, 5).join('; ') }}.
      </v-alert>
      <table class="plain mb-2">
        <thead>
          <tr>
            <td></td>
            <th scope="col">Here</th>
            <th scope="col">
              In the backup, saved {{ momentText(seen.manifest.madeAt) }} by {{ seen.manifest.by }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Last action</th>
            <td>{{ lastText('here') }}</td>
            <td>{{ lastText('there') }}</td>
          </tr>
          <tr v-for="(name, key) in named" :key="key">
            <th scope="row">{{ name }}</th>
            <td>{{ seen.here.counts[key].toLocaleString('en-US') }}</td>
            <td>{{ seen.there.counts[key].toLocaleString('en-US') }}</td>
          </tr>
        </tbody>
      </table>
      <RoomLeft what="this backup" :wanted="size * UNPACKED" />
      <p v-if="seen.here.last" class="quiet">This office is saved as a backup first.</p>
      <v-checkbox
        v-if="!harmless"
        v-model="sure"
        label="Yes, replace this office with the backup"
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
          Restore
        </v-btn>
        <v-btn variant="text" :disabled="!!doing" @click="leave()">Cancel</v-btn>
      </div>
    </section>
  </v-card>
</template>

<style scoped>
.part {
  padding: 16px 18px;
  display: grid;
  gap: var(--space-2);
  justify-items: start;
}
.far {
  flex: 0 1 160px;
}
.phrase {
  width: min(360px, 100%);
}
th[scope='row'] {
  text-align: left;
  font-weight: 500;
}
</style>
