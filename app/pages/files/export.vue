<template>
  <div class="page">
    <FilesHead title="Export" />
    <div class="scroll cards">
      <FilesExportList class="card-part" />
      <FilesJournal class="card-part" />
    </div>
  </div>
</template>
