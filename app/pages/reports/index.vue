<script setup lang="ts">
import { reportKinds, type ReportName } from '~/data/reports/reportNames'

const { companies, company, choose } = useCompany()
const listed = Object.entries(reportKinds).filter(([name]) => name !== 'run') as [
  ReportName,
  (typeof reportKinds)[ReportName],
][]
const query = computed(() => (company.value ? `?company=${encodeURIComponent(company.value.id)}` : ''))
</script>

<template>
  <div class="page">
    <PageHead title="Reports">
      <CompanyChoice :companies="companies" :company="company" class="company" @choose="choose" />
    </PageHead>
    <ul class="scroll reports" data-test="reports">
      <li v-for="[name, kind] in listed" :key="name">
        <NuxtLink :to="`/reports/${name}${query}`" class="report">
          <strong>{{ kind.title }}</strong>
          <span class="quiet">{{ kind.about }}</span>
        </NuxtLink>
      </li>
    </ul>
    <p class="quiet foot">The register of one run is opened from the run.</p>
  </div>
</template>

<style scoped>
.company {
  flex: 0 1 240px;
}
.reports {
  list-style: none;
  padding: 4px 2px 12px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(340px, 100%), 1fr));
  gap: var(--space-3);
  align-content: start;
  flex: none;
}
.report {
  display: grid;
  gap: 2px;
  height: 100%;
  padding: 12px 14px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.2);
  border-radius: 6px;
  background: rgb(var(--v-theme-surface));
  color: inherit !important;
  text-decoration: none;
}
.report:hover {
  border-color: rgb(var(--v-theme-primary));
}
.report .quiet {
  font-size: var(--text-small);
}
.foot {
  font-size: var(--text-small);
}
</style>
