<script setup lang="ts">
import type { NuxtError } from 'nuxt/app'
import type { StoreProblem } from '~/data/store/storeCheck'

const props = defineProps<{ error: NuxtError<{ problem?: StoreProblem }> }>()
const FORBIDDEN = [
  'This browser does not let Violet Lane store data',
  'Violet Lane stores everything you enter in this browser, and the browser does not allow that for this address. Private windows and strict privacy settings can cause this. Allow site data for this address or use a normal window, then reload.',
] as const
const problems: Readonly<Record<StoreProblem, readonly [title: string, text: string]>> = {
  'storage forbidden': FORBIDDEN,
  'no store': FORBIDDEN,
  'newer store': [
    'A newer Violet Lane saved this office',
    'This version is too old to open it, and nothing was changed. Reload to get the newer version. If you see this page again, the program on the server is older than your data. Ask the person who installed it to update it.',
  ],
  'incomplete store': [
    'The Violet Lane data in this browser is incomplete',
    'Tables are missing, so nothing was read or changed. Restore your last backup in another browser or browser profile, and leave this one unchanged until then.',
  ],
}
const problemText = computed(() => {
  const { problem } = (props.error.data ?? {}) as { problem?: StoreProblem }
  return problem ? problems[problem] : undefined
})
const title = computed(() => problemText.value?.[0] ?? 'This page could not be shown')
useHead({ title })
const reload = (): void => location.reload()
</script>

<template>
  <v-app>
    <v-main tag="main">
      <div class="page lost">
        <h1 tabindex="-1">{{ title }}</h1>
        <template v-if="problemText">
          <p data-test="store-problem">{{ problemText[1] }}</p>
          <div><v-btn color="primary" variant="flat" @click="reload"> Reload </v-btn></div>
        </template>
        <template v-else>
          <p>Something went wrong while this page was loading. Everything you did before is saved.</p>
          <p class="quiet" data-test="what-went-wrong">{{ error.message }}</p>
          <div>
            <v-btn color="primary" variant="flat" data-test="to-today" @click="clearError({ redirect: '/' })">
              Go to Today
            </v-btn>
          </div>
        </template>
      </div>
    </v-main>
  </v-app>
</template>

<style scoped>
.lost {
  max-width: 40rem;
  gap: var(--space-3);
  padding-top: 60px;
}
</style>
