<template>
  <p class="quiet">
    There is no bank account yet. <NuxtLink v-first to="/accounts/new">Open the first one</NuxtLink>: then
    payments can be drawn on it.
  </p>
</template>
