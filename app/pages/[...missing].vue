<template>
  <div class="page">
    <PageHead title="Page not found" />
    <p class="mb-4">There is nothing at this address. Your office’s data is unchanged.</p>
    <div>
      <v-btn color="primary" variant="flat" to="/" data-test="to-today"> Go to Today </v-btn>
    </div>
  </div>
</template>
