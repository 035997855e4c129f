<script setup lang="ts">
import { operatorName, setOperatorName } from '~/data/office/office'
import { useOffice } from '~/stores/office'

/** The name under which everything done in this browser is recorded. */
const office = useOffice()
const name = ref(operatorName())
const { busy, fault, succeeded } = useAct()
async function save() {
  if (!(await succeeded('nameOperator', { name: name.value }))) return
  setOperatorName(name.value)
  name.value = operatorName()
  office.said = `Your name is now ${name.value}.`
}
</script>

<template>
  <v-card>
    <h2>Your name</h2>
    <p class="quiet">Recorded in the trail with everything you do in this browser.</p>
    <v-form class="row" @submit.prevent="save">
      <v-text-field
        v-model="name"
        label="Name"
        maxlength="60"
        :error-messages="fault"
        hide-details="auto"
        autocomplete="off"
      />
      <v-btn type="submit" :loading="busy" data-test="name-keep">Save</v-btn>
    </v-form>
  </v-card>
</template>

<style scoped>
.row {
  display: flex;
  gap: var(--space-3);
  width: min(420px, 100%);
  align-items: center;
}
</style>
