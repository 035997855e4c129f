<script setup lang="ts">
/** Titles of the columns of a small table, said to who listens: the cells show what they are. */
defineProps<{ titles: readonly string[] }>()
</script>

<template>
  <thead class="d-sr-only">
    <tr>
      <th v-for="title in titles" :key="title" scope="col">{{ title }}</th>
    </tr>
  </thead>
</template>
