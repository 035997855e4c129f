<template>
  <div class="page">
    <OfficeHead title="Office settings" />
    <div class="scroll cards">
      <OfficeYourName class="card-part" />
      <OfficeList class="card-part" />
      <OfficeReasonLists class="card-part" />
      <OfficePdfRetention class="card-part" />
      <OfficeSingleKeys class="card-part" />
      <OfficeStartOver class="card-part" />
    </div>
  </div>
</template>
