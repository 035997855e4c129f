<script setup lang="ts">
/** Once for each screen: hold a ruler to the bar and make it 100 mm long; then 100 % is real size. */
const open = defineModel<boolean>({ required: true })
const screen = useScreenScale()
const px = ref(screen.pxPerMm.value)
watch(open, is => {
  if (is) px.value = screen.pxPerMm.value
})
function keep() {
  screen.keep(px.value)
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" aria-label="Actual size on this screen">
    <v-card title="Actual size on this screen">
      <div class="body">
        <p>
          Hold a ruler against the screen and move the slider until the bar is 100 mm (3 15/16 in) long. At
          100 % the sheet is then shown at actual size.
        </p>
        <svg :width="px * 100 + 2" height="40" aria-hidden="true" class="bar">
          <path :d="`M1 4v30M${px * 100 + 1} 4v30M1 19H${px * 100 + 1}`" />
          <path v-for="i in 9" :key="i" :d="`M${1 + px * 10 * i} 12v14`" />
        </svg>
        <v-slider v-model="px" :min="2" :max="7" :step="0.01" label="Length" hide-details color="primary" />
        <div class="d-flex ga-3">
          <v-btn color="primary" variant="flat" @click="keep"> It is 100 mm long </v-btn>
          <v-btn variant="text" @click="open = false"> Cancel </v-btn>
        </div>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.body {
  padding: 0 20px 18px;
  display: grid;
  gap: var(--space-3);
  overflow: auto;
}
.bar path {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
  fill: none;
}
</style>
