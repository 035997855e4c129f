<template>
  <div class="page">
    <PageHead title="There is no such page" />
    <p class="mb-4">Nothing stands at this address. What this browser keeps of your office is untouched.</p>
    <div>
      <v-btn color="primary" variant="flat" to="/" data-test="to-today"> Go to Today </v-btn>
    </div>
  </div>
</template>
