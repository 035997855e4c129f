<script setup lang="ts">
import { mdiOfficeBuildingOutline } from '@mdi/js'
import { goToStore } from '~/data/store/storeName'

/** Which of this browser's offices is worked in; there only where there are several. */
defineProps<{ small: boolean }>()
const { here, others } = useOffices()
</script>

<template>
  <v-menu v-if="here && others.length" attach="main">
    <template #activator="{ props: on }">
      <v-btn
        v-bind="on"
        variant="text"
        size="small"
        :icon="small ? mdiOfficeBuildingOutline : undefined"
        :prepend-icon="small ? undefined : mdiOfficeBuildingOutline"
        :aria-label="`Office: ${here.title}`"
        class="choice"
        data-test="office-choice"
      >
        <template v-if="!small" #default>
          <span class="title">{{ here.title }}</span>
        </template>
      </v-btn>
    </template>
    <v-list density="compact" role="menu" aria-label="Offices" data-test="office-list">
      <v-list-item
        v-for="o in others"
        :key="o.store"
        role="menuitem"
        :title="o.title"
        @click="goToStore(o.store)"
      />
    </v-list>
  </v-menu>
</template>

<style scoped>
.choice {
  max-width: 100%;
}
.title {
  overflow: hidden;
  text-overflow: ellipsis;
  max-width: 7.375rem;
  white-space: nowrap;
}
</style>
