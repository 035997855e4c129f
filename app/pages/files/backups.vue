<template>
  <div class="page">
    <FilesHead title="Backups" />
    <div class="scroll cards">
      <FilesBackup class="card-part whole" />
      <FilesFolder class="card-part" />
    </div>
  </div>
</template>
