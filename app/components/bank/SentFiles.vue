<script setup lang="ts">
import type { SentFile } from '#core/bank/positivePay/bankItem'
import { saveText } from '~/data/files/fileOut'
import { momentText } from '~/data/office/office'

/** Files that the bank was given, newest first, with what each holds; each may be saved again as it was. */
defineProps<{
  files: readonly SentFile[]
  counts: readonly { readonly title: string; readonly of: (file: SentFile) => number }[]
  type: string
  test: string
}>()
</script>

<template>
  <v-card v-if="files.length" class="stack-part wide">
    <h2>Sent</h2>
    <table class="plain" :data-test="test">
      <thead>
        <tr>
          <th scope="col">File</th>
          <th scope="col">When</th>
          <th v-for="c in counts" :key="c.title" scope="col" class="num">{{ c.title }}</th>
          <th scope="col"><span class="d-sr-only">Acts</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in files" :key="f.id">
          <td>{{ f.name }}</td>
          <td>{{ momentText(f.at) }}, {{ f.by }}</td>
          <td v-for="c in counts" :key="c.title" class="num">{{ c.of(f) }}</td>
          <td class="num">
            <v-btn size="small" :aria-label="`Save again: ${f.name}`" @click="saveText(f.text, f.name, type)"
              >Save again</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
  </v-card>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
</style>
