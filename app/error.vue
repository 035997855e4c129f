<script setup lang="ts">
import type { NuxtError } from 'nuxt/app'

const props = defineProps<{ error: NuxtError }>()
const missing = computed(() => props.error.statusCode === 404)
const title = computed(() => (missing.value ? 'There is no such page' : 'This page could not be shown'))
// The head of the page follows a page; here none was reached.
onMounted(() => {
  document.title = `${title.value} · Violet Lane`
})
</script>

<template>
  <v-app>
    <v-main tag="main">
      <div class="page lost">
        <h1 tabindex="-1">
          {{ title }}
        </h1>
        <p v-if="missing">
          Nothing stands at this address. What this browser keeps of your office is untouched.
        </p>
        <template v-else>
          <p>
            Something went wrong while it was drawn. What was done before is kept, and nothing was half done.
          </p>
          <p class="quiet" data-test="what-went-wrong">
            {{ error.message }}
          </p>
        </template>
        <div class="acts">
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
.acts {
  margin-top: 12px;
}
</style>
