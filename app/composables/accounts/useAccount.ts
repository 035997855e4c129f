import { computed } from 'vue'
import { readAccounts, type AccountView } from '~/data/accounts/accountReads'

const lastKey = 'violet-lane account'

/** The bank account a page is about: named in the address, else the last one looked at, else the first. */
export function useAccount() {
  const route = useRoute()
  const accounts = useLive(readAccounts)
  const view = computed<AccountView | undefined>(() => {
    const wanted = String(route.query.account ?? localStorage.getItem(lastKey) ?? '')
    return (
      accounts.value?.find(a => a.account.id === wanted) ??
      accounts.value?.find(a => a.account.forChecks) ??
      accounts.value?.[0]
    )
  })
  watch(view, v => {
    if (v) localStorage.setItem(lastKey, v.account.id)
  })
  const choose = (id: string): unknown =>
    navigateTo({ query: { ...route.query, account: id } }, { replace: true })
  return { accounts, view, choose }
}
