<script setup lang="ts">
const { companies, company, choose } = useCompany()
const { sign } = useCompanyLedgers(company)
</script>

<template>
  <div class="page">
    <OfficeHead title="Company settings">
      <CompanyChoice :companies="companies" :company="company" class="company" @choose="choose" />
    </OfficeHead>
    <p v-if="companies && !companies.length" class="quiet">
      There is no company yet. <NuxtLink to="/accounts/new">Add your first account</NuxtLink>; its company is
      added with it.
    </p>
    <div v-else-if="company" class="scroll cards">
      <CompaniesApprovalLimit :company="company" :sign="sign" class="card-part" />
      <CompaniesClosedPeriod :company="company" class="card-part" />
      <CompaniesBooksElsewhere :company="company" class="card-part" />
    </div>
  </div>
</template>

<style scoped>
.company {
  flex: none;
  width: 16.875rem;
  max-width: 46vw;
}
</style>
