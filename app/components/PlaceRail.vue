<script setup lang="ts">
import { mdiBankOutline, mdiBookOpenPageVariantOutline, mdiFileCabinet, mdiFormatListNumbered, mdiTrayFull, mdiWeatherSunset, mdiWhiteBalanceSunny, mdiWeatherNight } from '@mdi/js'
import { useOffice } from '~/stores/office'

const office = useOffice()
const work = [
  { to: '/', name: 'Today', icon: mdiWeatherSunset },
  { to: '/lane', name: 'Lane', icon: mdiTrayFull },
  { to: '/register', name: 'Register', icon: mdiFormatListNumbered },
  { to: '/books', name: 'Number books', icon: mdiBookOpenPageVariantOutline },
]
const setUp = [
  { to: '/accounts', name: 'Accounts', icon: mdiBankOutline },
  { to: '/files', name: 'Files', icon: mdiFileCabinet },
]
</script>

<template>
  <v-navigation-drawer permanent width="188" color="background" aria-label="Places">
    <div class="top">
      <NuxtLink to="/" class="home" aria-label="Violet Lane, today">
        <WordMark />
      </NuxtLink>
    </div>
    <v-list nav density="compact" color="primary" tag="nav" aria-label="Work">
      <v-list-item v-for="place in work" :key="place.to" :to="place.to" :exact="place.to === '/'" :prepend-icon="place.icon" :title="place.name" />
      <v-divider class="my-3" />
      <v-list-item v-for="place in setUp" :key="place.to" :to="place.to" :prepend-icon="place.icon" :title="place.name" />
    </v-list>
    <template #append>
      <div class="foot">
        <v-btn variant="text" size="small" :prepend-icon="office.theme === 'light' ? mdiWeatherNight : mdiWhiteBalanceSunny" @click="office.theme = office.theme === 'light' ? 'dark' : 'light'">
          {{ office.theme === 'light' ? 'Dark' : 'Light' }}
        </v-btn>
      </div>
    </template>
  </v-navigation-drawer>
</template>

<style scoped>
.top { padding: 18px 14px 12px; }
.home { color: inherit; text-decoration: none; }
.foot { padding: 10px; }
:deep(.v-list-item__prepend) { width: 34px; }
:deep(.v-list-item__spacer) { width: 12px; }
</style>
