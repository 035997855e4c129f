<template>
  <p class="quiet">
    No bank accounts yet. <NuxtLink v-first to="/accounts/new">Add your first account</NuxtLink> to draw
    payments on it.
  </p>
</template>
