import { computed } from 'vue'
import { idOf } from '#core/base/id'
import { readHeld } from '~/data/bills/billReads'
import { readAccounts } from '~/data/accounts/accountReads'
import { readBalances } from '~/data/accounts/balances'
import { readLane } from '~/data/payments/paymentReads'
import { readRun } from '~/data/runs/runReads'
import { useLive } from '../base/useLive'
import { useRunBook } from './useRunBook'
import { useRunPlan } from './useRunPlan'

/**
 * A run and all that its page shows of it, followed as the store changes: the run that the address names, or
 * a new one of the account that it names.
 */
export function useRun() {
  const route = useRoute()
  const isNew = computed(() => route.params.id === 'new')
  const runId = computed(() => idOf<'run'>(String(route.params.id)))

  const accounts = useLive(readAccounts)
  const run = useLive(
    () => (isNew.value ? undefined : readRun(runId.value)),
    () => route.params.id,
  )
  const account = computed(() =>
    accounts.value?.find(a => a.account.id === (run.value?.accountId ?? route.query.account)),
  )
  const from = () => account.value?.account.id
  const lane = useLive(() => (account.value ? readLane(account.value.account.id) : undefined), from)
  const held = useLive(
    () => (lane.value ? readHeld(lane.value) : undefined),
    () => lane.value,
  )
  const balances = useLive(() => (account.value ? readBalances(account.value.account) : undefined), from)
  const ofBook = useRunBook(account, run, isNew)
  return {
    ...{ isNew, runId, accounts, run, account, lane, held, balances },
    ...ofBook,
    ...useRunPlan(run, ofBook),
  }
}
