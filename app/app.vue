<script setup lang="ts">
import { useTheme } from 'vuetify'
import { letGoOfOldPapers } from '~/data/reasons'
import { readStart } from '~/data/reads'
import { useOffice } from '~/stores/office'

const office = useOffice()
const theme = useTheme()
watch(() => office.theme, name => theme.change(name), { immediate: true })
const started = useLive(readStart)
void letGoOfOldPapers(new Date())

// After going to another page the focus stands on its heading, unless the page put it on something of its own.
const router = useRouter()
router.afterEach((to, from) => {
  if (to.path === from.path) return
  setTimeout(() => {
    const now = document.activeElement
    if (now && now !== document.body && now.isConnected && document.querySelector('main')?.contains(now)) return
    focusHeading()
  }, 120)
})
</script>

<template>
  <v-app>
    <template v-if="started">
      <PlaceRail />
      <v-main tag="main" :aria-busy="office.acting > 0">
        <NuxtPage />
      </v-main>
    </template>
    <v-main v-else-if="started === ''" tag="main" :aria-busy="office.acting > 0">
      <FirstStart />
    </v-main>
    <OtherVersion />
    <v-snackbar :model-value="office.said !== ''" location="bottom" :timeout="6000" color="secondary" @update:model-value="office.said = ''">
      {{ office.said }}
    </v-snackbar>
  </v-app>
</template>
