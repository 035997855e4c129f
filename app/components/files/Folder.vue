<script setup lang="ts">
/** Backups that are written by themselves, into a folder chosen once. */
const { folder, fault, can, pick, open, forget, keep } = useBackupFolder()
const mosts = [3, 10, 30, 100].map(value => ({ title: `the last ${value}`, value }))
</script>

<template>
  <v-card data-test="folder">
    <h2>Automatic backups</h2>
    <p v-if="!can">
      This browser does not let a page write to a folder. Save backups yourself; Today shows how long ago the
      last one was.
    </p>
    <template v-else-if="!folder">
      <p>
        Saves a backup to a folder after every count-off and once each working day. A folder that is copied to
        another machine is best. The files can be locked.
      </p>
      <v-btn data-test="folder-pick" @click="pick()">Choose folder</v-btn>
    </template>
    <template v-else>
      <p data-test="folder-told">
        Saved to <strong>{{ folder.name }}</strong> after every count-off and once each working day.
      </p>
      <v-alert v-if="!folder.open" type="warning">
        The browser needs your permission again to write to this folder.
        <v-btn size="small" class="ml-2" data-test="folder-open" @click="open()">Allow</v-btn>
      </v-alert>
      <v-alert v-else-if="folder.fault" type="error" data-test="folder-fault">
        The last backup was not saved: {{ folder.fault }}
        <v-btn size="small" class="ml-2" @click="open()">Try again</v-btn>
      </v-alert>
      <div class="row">
        <v-select
          :model-value="folder.most"
          :items="mosts"
          label="Keep"
          hide-details
          class="most"
          data-test="folder-most"
          @update:model-value="keep"
        />
        <v-btn variant="text" data-test="folder-forget" @click="forget()">Stop automatic backups</v-btn>
      </div>
      <FilesFolderLock :since="folder.lockedSince" />
    </template>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
  </v-card>
</template>

<style scoped>
.most {
  flex: 0 1 200px;
  min-width: 160px;
}
</style>
