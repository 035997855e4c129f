<script setup lang="ts">
/** Backups that are written by themselves, into a folder chosen once. */
const { folder, fault, can, pick, open, forget, keep } = useBackupFolder()
const mosts = [3, 10, 30, 100].map(value => ({ title: `the last ${value}`, value }))
</script>

<template>
  <v-card data-test="folder">
    <h2>Backups by themselves</h2>
    <p v-if="!can">
      This browser lets no page write into a folder: save backups yourself; Today counts the days and acts
      since the last one.
    </p>
    <template v-else-if="!folder">
      <p>
        Into a folder chosen once, after every count-off and once a day of work. Best is one that goes to
        another machine. The files are not locked.
      </p>
      <v-btn data-test="folder-pick" @click="pick()">Choose a folder</v-btn>
    </template>
    <template v-else>
      <p data-test="folder-told">
        Into <strong>{{ folder.name }}</strong>, after every count-off and once a day of work.
      </p>
      <v-alert v-if="!folder.open" type="warning">
        The browser wants to be asked again before it writes there.
        <v-btn size="small" class="ml-2" data-test="folder-open" @click="open()">Allow it</v-btn>
      </v-alert>
      <v-alert v-else-if="folder.fault" type="error" data-test="folder-fault">
        The last one was not written: {{ folder.fault }}
        <v-btn size="small" class="ml-2" @click="open()">Try again</v-btn>
      </v-alert>
      <div class="row">
        <v-select
          :model-value="folder.most"
          :items="mosts"
          label="Stay there"
          hide-details
          class="most"
          data-test="folder-most"
          @update:model-value="keep"
        />
        <v-btn variant="text" data-test="folder-forget" @click="forget()">No folder any more</v-btn>
      </div>
    </template>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
  </v-card>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.most {
  flex: 0 1 200px;
  min-width: 160px;
}
</style>
