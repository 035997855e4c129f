import { computed, ref, type Ref } from 'vue'
import { refDebounced } from '@vueuse/core'
import type { Id } from '#core/base/id'
import type { Company } from '#core/accounts/account'
import type { Bill } from '#core/bills/bill'
import { answersTo, billSums, inTurn, notWanted, type DueWithin } from '#core/bills/billsShown'
import { countBills, findPayeeIds, readBills, readNewestBills, readPayeesOf } from '~/data/bills/billReads'
import { localToday } from '~/stores/office'
import { useLater } from '../base/useLater'
import { useLive } from '../base/useLive'

/** The newest so many of all bills are shown at once; the search goes through all. */
const MOST = 1500
/** Milliseconds that somebody rests who has typed what they look for. */
const TYPING = 200

const readToPay = async (companyId: Id<'company'>): Promise<Bill[]> =>
  inTurn(
    (await Promise.all((['draft', 'waits', 'payable'] as const).map(s => readBills(companyId, s)))).flat(),
  )
async function readAll(companyId: Id<'company'>, text: string, most: number): Promise<Bill[]> {
  if (!text) return readNewestBills(companyId, undefined, most)
  const theirs = await findPayeeIds(companyId, text)
  return readNewestBills(companyId, b => answersTo(b, text, theirs.has(b.payeeId)), most)
}

/** The bills of a company that its list shows: those to pay, or all of them, as they are looked for. */
export function useBillsShown(company: Ref<Company | undefined>) {
  const today = localToday()
  const which = ref<'to pay' | 'all'>('to pay')
  const due = ref<DueWithin>('any')
  const find = ref('')
  const text = refDebounced(
    computed(() => find.value?.trim().toLowerCase() ?? ''),
    TYPING,
  )
  const isAll = computed(() => which.value === 'all')
  const found = useLive(
    async () => {
      if (!company.value) return undefined
      const { id } = company.value
      const list = await (isAll.value ? readAll(id, text.value, MOST) : readToPay(id))
      return { list, payees: await readPayeesOf(list) }
    },
    () => [company.value?.id, which.value, isAll.value ? text.value : ''],
  )
  const bills = computed(() => found.value?.list)
  const payees = computed(() => found.value?.payees)
  /** The list comes first; the bill beside it, and the counts, after. */
  const isTime = useLater()
  const counts = useLive(
    () => (company.value && isTime.value ? countBills(company.value.id) : undefined),
    () => [company.value?.id, isTime.value],
  )

  /** A filter hides nothing: what it does not take stands greyed, with the reason. */
  const reasonOf = (b: Bill): string =>
    isAll.value
      ? ''
      : notWanted(b, { text: text.value, due: due.value }, payees.value?.get(b.payeeId)?.name ?? '', today)
  const inSight = computed(() => (bills.value ?? []).filter(b => !reasonOf(b)))
  /** What is looked for stands first; the rest stays, greyed. */
  const rows = computed(() => {
    const list = bills.value ?? []
    if (!text.value || isAll.value) return list
    return [...inSight.value, ...list.filter(reasonOf)]
  })
  const sums = computed(() => billSums(inSight.value))
  /** The keys of all that are looked for, those beyond what is drawn too. */
  const keysFound = async (): Promise<Id<'bill'>[]> =>
    (isAll.value && company.value
      ? await readAll(company.value.id, text.value, Infinity)
      : inSight.value
    ).map(b => b.id)
  return { which, due, find, text, isAll, bills, payees, isTime, counts, rows, reasonOf, sums, keysFound }
}
