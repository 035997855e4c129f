<script setup lang="ts">
import {
  mdiBankOutline,
  mdiBookOpenPageVariantOutline,
  mdiCashCheck,
  mdiChartBoxOutline,
  mdiDeskLamp,
  mdiFileCabinet,
  mdiFileTableBoxOutline,
  mdiFormatListNumbered,
  mdiPrinterOutline,
  mdiReceiptTextOutline,
  mdiTrayFull,
  mdiWeatherSunset,
  mdiWhiteBalanceSunny,
  mdiWeatherNight,
} from '@mdi/js'
import { useOffice } from '~/stores/office'

const office = useOffice()
const { version } = useRuntimeConfig().public
const { waits } = useNewVersion()
const route = useRoute()
/** In a narrow or low window the places stand as their signs alone, with their names told. */
const small = useMediaQuery('(max-width: 68.6875em)')
const work = [
  { to: '/', name: 'Today', icon: mdiWeatherSunset },
  { to: '/bills', name: 'Payees & bills', icon: mdiReceiptTextOutline },
  { to: '/lane', name: 'Lane', icon: mdiTrayFull },
  { to: '/register', name: 'Register', icon: mdiFormatListNumbered },
  { to: '/bank', name: 'Bank', icon: mdiCashCheck },
  { to: '/books', name: 'Number books', icon: mdiBookOpenPageVariantOutline },
  { to: '/reports', name: 'Reports', icon: mdiChartBoxOutline },
]
const setUp = [
  { to: '/papers', name: 'Stocks & layouts', icon: mdiFileTableBoxOutline },
  { to: '/fit', name: 'Fit', icon: mdiPrinterOutline },
  { to: '/accounts', name: 'Accounts', icon: mdiBankOutline },
  { to: '/files', name: 'Files', icon: mdiFileCabinet },
  { to: '/office', name: 'Office', icon: mdiDeskLamp },
]
</script>

<template>
  <v-navigation-drawer permanent width="188" rail-width="60" :rail="small" color="background" tag="div">
    <header class="top">
      <NuxtLink to="/" class="home" aria-label="Violet Lane, Today">
        <WordMark :short="small" />
      </NuxtLink>
      <OfficeChoice :small="small" />
      <ShellFindButton :small="small" />
    </header>
    <nav aria-label="Places">
      <ul v-for="(part, i) in [work, setUp]" :key="i" class="places">
        <li v-for="place in part" :key="place.to">
          <NuxtLink
            :to="place.to"
            :title="small ? place.name : undefined"
            class="place"
            :class="{
              here:
                place.to === '/'
                  ? route.path === '/'
                  : route.path.startsWith(place.to) ||
                    (place.to === '/lane' && route.path.startsWith('/run')),
            }"
            :aria-current="route.path === place.to ? 'page' : undefined"
          >
            <v-icon :icon="place.icon" size="20" aria-hidden="true" />
            <span :class="{ 'd-sr-only': small }">{{ place.name }}</span>
          </NuxtLink>
        </li>
      </ul>
    </nav>
    <template #append>
      <footer class="foot">
        <v-btn
          v-if="small"
          variant="text"
          size="small"
          :icon="office.theme === 'light' ? mdiWeatherNight : mdiWhiteBalanceSunny"
          :aria-label="office.theme === 'light' ? 'Dark' : 'Light'"
          @click="office.theme = office.theme === 'light' ? 'dark' : 'light'"
        />
        <v-btn
          v-else
          variant="text"
          size="small"
          :prepend-icon="office.theme === 'light' ? mdiWeatherNight : mdiWhiteBalanceSunny"
          @click="office.theme = office.theme === 'light' ? 'dark' : 'light'"
        >
          {{ office.theme === 'light' ? 'Dark' : 'Light' }}
        </v-btn>
        <p class="quiet version" :class="{ 'd-sr-only': small }">
          Version {{ version
          }}<template v-if="waits"
            >. A newer version will load once no run is open and no form is half filled in.</template
          >
        </p>
      </footer>
    </template>
  </v-navigation-drawer>
</template>

<style scoped>
.top {
  padding: 18px 14px 12px;
}
.home {
  color: inherit;
  text-decoration: none;
}
.foot {
  padding: 10px;
}
.version {
  font-size: var(--text-small);
  padding: 4px 12px 0;
}
.places {
  list-style: none;
  padding: 0 8px 10px;
}
.places + .places {
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.15);
  padding-top: 10px;
  margin: 0 8px;
  padding-inline: 0;
}
.place {
  display: flex;
  align-items: center;
  gap: var(--space-3);
  padding: 8px 10px;
  border-radius: 6px;
  color: inherit;
  text-decoration: none;
  font-weight: 500;
  margin-bottom: 2px;
}
.place:hover {
  background: rgba(var(--v-theme-primary), 0.07);
}
.place.here {
  background: rgba(var(--v-theme-primary), 0.13);
  color: rgb(var(--v-theme-primary));
}
</style>
