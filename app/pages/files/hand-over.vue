<template>
  <div class="page">
    <FilesHead title="Hand over" />
    <div class="scroll cards"><FilesHandOver class="card-part" /></div>
  </div>
</template>
