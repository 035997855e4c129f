<script setup lang="ts">
/** What an act changes, before it is done: its rows are in the slot. */
</script>

<template>
  <table class="plain">
    <thead>
      <tr>
        <th scope="col">What changes</th>
        <th scope="col">Now</th>
        <th scope="col">After</th>
      </tr>
    </thead>
    <tbody>
      <slot />
    </tbody>
  </table>
</template>
