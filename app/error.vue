<script setup lang="ts">
import type { NuxtError } from 'nuxt/app'

defineProps<{ error: NuxtError }>()
const title = 'This page could not be shown'
useHead({ title })
</script>

<template>
  <v-app>
    <v-main tag="main">
      <div class="page lost">
        <h1 tabindex="-1">{{ title }}</h1>
        <p>
          Something went wrong while it was drawn. What was done before is kept, and nothing was half done.
        </p>
        <p class="quiet" data-test="what-went-wrong">{{ error.message }}</p>
        <div>
          <v-btn color="primary" variant="flat" data-test="to-today" @click="clearError({ redirect: '/' })">
            Go to Today
          </v-btn>
        </div>
      </div>
    </v-main>
  </v-app>
</template>

<style scoped>
.lost {
  max-width: 640px;
  gap: 12px;
  padding-top: 60px;
}
</style>
