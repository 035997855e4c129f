<script setup lang="ts">
import { saveOther } from '~/data/backups/backup'
import { beginOffice, putAway, removeOffice, storeHere, type OfficeHere } from '~/data/office/offices'
import { goToStore } from '~/data/store/storeName'
import { useOffice } from '~/stores/office'

/** The offices of this browser, each in a store of its own: begun, archived, removed. */
const office = useOffice()
const { offices } = useOffices()
const removing = shallowRef<OfficeHere>()
const asked = ref(false)
const typed = ref('')
const busy = ref(false)
const fault = ref('')
function ask(of: OfficeHere) {
  removing.value = of
  typed.value = ''
  fault.value = ''
  asked.value = true
}
/** All of it is saved as a file first: it can come back. */
async function remove() {
  const of = removing.value
  if (!of || busy.value) return
  busy.value = true
  try {
    await saveOther(of.store)
    await removeOffice(of.store)
    office.said = `${of.title} removed. Its data is in the backup file that was saved.`
    asked.value = false
  } catch (error) {
    fault.value = `The office was not removed: ${(error as Error).message}`
  }
  busy.value = false
}
</script>

<template>
  <v-card data-test="offices">
    <h2>Offices in this browser</h2>
    <p class="quiet">Each office has its own data; nothing is shared between them.</p>
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">Office</th>
          <th scope="col">Actions</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="o in offices" :key="o.store">
          <td>{{ o.title }}<span v-if="o.away" class="quiet">, archived</span></td>
          <td>
            <span v-if="o.store === storeHere" class="quiet one-line">this one</span>
            <template v-else>
              <v-btn size="small" :aria-label="`Open ${o.title}`" @click="goToStore(o.store)">Open</v-btn>
              <v-btn
                size="small"
                variant="text"
                :aria-label="`${o.away ? 'Unarchive' : 'Archive'} ${o.title}`"
                @click="putAway(o.store, !o.away)"
                >{{ o.away ? 'Unarchive' : 'Archive' }}</v-btn
              >
              <v-btn
                size="small"
                variant="text"
                :aria-label="`Remove ${o.title}`"
                data-test="office-remove"
                @click="ask(o)"
                >Remove</v-btn
              >
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <v-btn data-test="office-begin" @click="beginOffice()">Start another office</v-btn>
    <AskDialog
      v-if="removing"
      v-model="asked"
      title="Remove this office?"
      verb="Save backup and remove office"
      :ready="typed.trim() === removing.title"
      :busy="busy"
      :fault="fault"
      danger
      @go="remove"
    >
      <p>
        All data of <strong>{{ removing.title }}</strong> in this browser will be deleted. A backup is saved
        first. Type the office’s name to confirm.
      </p>
      <v-text-field
        v-model="typed"
        v-first
        label="Name of the office"
        hide-details
        autocomplete="off"
        data-test="office-name"
      />
    </AskDialog>
  </v-card>
</template>

<style scoped>
table {
  max-width: 100%;
}
.one-line {
  white-space: nowrap;
}
</style>
