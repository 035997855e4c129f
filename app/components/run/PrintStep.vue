<script setup lang="ts">
defineProps<{ count: number, first: number, last: number, total: string, busy: boolean, fault: string }>()
const emit = defineEmits<{ print: [how: 'open' | 'save'] }>()
</script>

<template>
  <div>
    <table class="plain effect" data-test="print-effect">
      <thead>
        <tr><th scope="col">What changes</th><th scope="col">Now</th><th scope="col">Then</th></tr>
      </thead>
      <tbody>
        <tr><td>Numbers {{ first }} to {{ last }}</td><td><StateMark state="unused" /></td><td><StateMark state="on paper" /></td></tr>
        <tr><td>{{ count }} payments, {{ total }}</td><td><StateMark state="waiting" /></td><td><StateMark state="on paper" /></td></tr>
        <tr><td>Book balance</td><td colspan="2">stays until the run is counted off</td></tr>
      </tbody>
    </table>
    <v-alert v-if="fault" type="error" variant="tonal" density="compact" class="my-3" :text="fault" />
    <div class="ways">
      <v-btn color="primary" variant="flat" :loading="busy" data-test="print-open" @click="emit('print', 'open')">
        Print
      </v-btn>
      <v-btn :disabled="busy" data-test="print-save" @click="emit('print', 'save')">
        Save the PDF instead
      </v-btn>
    </div>
    <p class="quiet mt-2">
      Print opens the PDF in a new tab. In the print window choose actual size (100 %), one side, one copy.
    </p>
  </div>
</template>

<style scoped>
.effect { max-width: 560px; }
.ways { display: flex; gap: 12px; margin-top: 14px; }
</style>
