import { computed } from 'vue'
import { readCompanies } from '~/data/accounts/accountReads'

const lastKey = 'violet-lane company'

/** The company that a page is about: named in the address, else the last one looked at, else the first. */
export function useCompany() {
  const route = useRoute()
  const companies = useLive(readCompanies)
  const company = computed(() => {
    const wanted = String(route.query.company ?? localStorage.getItem(lastKey) ?? '')
    return companies.value?.find(c => c.id === wanted) ?? companies.value?.[0]
  })
  watch(company, c => {
    if (c) localStorage.setItem(lastKey, c.id)
  })
  const choose = (id: string): unknown => navigateTo({ query: { company: id } }, { replace: true })
  return { companies, company, choose }
}
