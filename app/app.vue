<script setup lang="ts">
import { useTheme } from 'vuetify'
import { momentNow } from '~/data/office/office'
import { readPdfsToDiscard } from '~/data/office/settings'
import { readStart } from '~/data/office/officeReads'
import { asking, unanswered } from '~/composables/base/useLive'
import { unkept } from '~/composables/base/useSharedDraft'
import { useOffice } from '~/stores/office'

const office = useOffice()
const theme = useTheme()
watch(
  () => office.theme,
  name => theme.change(name),
  { immediate: true },
)
const started = useLive(readStart)
const { succeeded } = useAct()
/** Deletes the PDFs that the office no longer keeps. */
async function discardOldPdfs() {
  const runIds = await readPdfsToDiscard(momentNow())
  if (runIds.length) await succeeded('discardPdfs', { runIds })
}
onMounted(() => void discardOldPdfs())
useFolderWatch()
useAuditWatch()
useOfficeNote()

const NAME = 'Violet Lane'
/** Only what takes a while is shown to be under way. */
const SLOW_MS = 500
const slow = refDebounced(
  computed(() => asking.value > 0),
  SLOW_MS,
)
const reload = (): void => location.reload()
useHead({ titleTemplate: title => (title && title !== NAME ? `${title} · ${NAME}` : NAME) })

// After going to another page the focus stands on its heading, unless the page put it on something of its
// own.
const router = useRouter()
router.afterEach((to, from) => {
  if (to.path === from.path) return
  setTimeout(() => {
    const now = document.activeElement
    if (now && now !== document.body && now.isConnected && document.querySelector('main')?.contains(now))
      return
    focusHeading()
  }, 120)
})
</script>

<template>
  <v-app>
    <NuxtRouteAnnouncer />
    <v-alert
      v-if="unanswered"
      density="default"
      variant="flat"
      type="error"
      class="unanswered"
      role="alert"
      data-test="unanswered"
    >
      The browser could not read the data of this office ({{ (unanswered as Error).name }}). Nothing was
      changed.
      <v-btn size="small" variant="outlined" class="ml-3" @click="reload"> Try again </v-btn>
    </v-alert>
    <v-alert
      v-else-if="unkept"
      density="default"
      variant="flat"
      type="warning"
      class="unanswered"
      role="alert"
      data-test="unkept"
    >
      What you type cannot be saved as a draft because the browser is out of space. Finish or copy it before
      you close this tab.
    </v-alert>
    <ShellPlaceRail v-if="started" />
    <v-main tag="main" :aria-busy="office.acting > 0">
      <v-progress-linear
        v-if="slow && asking"
        indeterminate
        absolute
        height="2"
        class="under-way"
        aria-label="Loading"
      />
      <template v-if="started">
        <ShellTopBand />
        <NuxtPage />
      </template>
      <TodayFirstStart v-else-if="started === ''" />
    </v-main>
    <HelpPanel v-if="started !== undefined" :is-first="started === ''" />
    <ShellOtherVersion />
    <v-snackbar
      :model-value="office.said !== ''"
      location="bottom"
      :timeout="6000"
      color="secondary"
      @update:model-value="office.said = ''"
    >
      {{ office.said }}
    </v-snackbar>
  </v-app>
</template>

<style scoped>
.under-way {
  position: fixed;
  inset: 0 0 auto;
  z-index: 2000;
}
.unanswered {
  position: fixed;
  inset: auto 16px 16px;
  z-index: 2000;
}
</style>
