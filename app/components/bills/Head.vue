<script setup lang="ts">
import type { Company } from '#core/payables/account'

/** The head of the pages of payees and bills: the parts of the place, and whose bills they are. */
const props = defineProps<{
  title: string
  companies: readonly Company[] | undefined
  company: Company | undefined
}>()
const emit = defineEmits<{ choose: [id: string] }>()
const route = useRoute()
const parts = [
  { to: '/bills', name: 'Bills' },
  { to: '/bills/settle', name: 'Settle' },
  { to: '/bills/payees', name: 'Payees' },
  { to: '/bills/ledger', name: 'Ledger' },
]
/** No ledger is shown where the books are kept elsewhere. */
const shown = computed(() =>
  parts.filter(p => p.to !== '/bills/ledger' || !props.company?.payables?.unplaced),
)
const query = computed(() => (props.company ? `?company=${props.company.id}` : ''))
</script>

<template>
  <PageHead :title="title">
    <nav aria-label="Payees and bills" class="parts">
      <NuxtLink
        v-for="part in shown"
        :key="part.to"
        :to="`${part.to}${query}`"
        :aria-current="route.path === part.to ? 'page' : undefined"
        class="part"
        :class="{ here: route.path === part.to }"
        >{{ part.name }}</NuxtLink
      >
    </nav>
    <CompanyChoice
      :companies="companies"
      :company="company"
      class="company"
      @choose="emit('choose', $event)"
    />
    <slot />
  </PageHead>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.part {
  padding: 5px 11px;
  border-radius: 6px;
  text-decoration: none;
  font-weight: 500;
}
.part.here {
  background: rgba(var(--v-theme-primary), 0.13);
}
.company {
  flex: none;
  width: 270px;
  max-width: 46vw;
}
</style>
