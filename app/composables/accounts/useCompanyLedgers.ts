import { computed, type Ref } from 'vue'
import { ledgersToChoose } from '#core/ledger/ledgersToChoose'
import type { Id } from '#core/base/id'
import type { LedgerAccount } from '#core/ledger/entry'
import type { BankAccount, Company } from '#core/accounts/account'
import { readAccountsOf } from '~/data/accounts/accountReads'
import { readLedgers } from '~/data/ledger/ledgerReads'
import { useLive } from '../base/useLive'

/** The bank accounts of a company, the first of which says its country and the sign of its money. */
export function useCompanyAccounts(company: Readonly<Ref<Company | undefined>>) {
  const accounts = useLive(
    async () => (company.value ? readAccountsOf(company.value.id) : []),
    () => company.value?.id,
  )
  const account = computed(() => accounts.value?.[0])
  const sign = computed(() => account.value?.currency.sign ?? '')
  return { accounts, account, sign }
}

/** Ledger accounts as a field offers them; `apart` is the one that is not offered. */
export const ledgerChoices = (
  ledgers: readonly LedgerAccount[],
  accounts: readonly BankAccount[],
  apart: Id<'ledger'> | undefined,
) =>
  ledgersToChoose(ledgers, new Set(accounts.map(a => a.cashLedgerId)), apart).map(l => ({
    title: `${l.code} ${l.name}`,
    value: l.id,
  }))

/** The ledger accounts of a company to choose from, beside its bank accounts. */
export function useCompanyLedgers(company: Readonly<Ref<Company | undefined>>) {
  const of = useCompanyAccounts(company)
  const ledgers = useLive(
    () => (company.value ? readLedgers(company.value.id) : undefined),
    () => company.value?.id,
  )
  const choices = computed(() =>
    ledgerChoices(ledgers.value ?? [], of.accounts.value ?? [], company.value?.payables?.ledgerId),
  )
  return { ...of, choices }
}
