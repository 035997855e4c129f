import { computed, shallowRef, type Ref } from 'vue'
import { idOf, type Id } from '#core/base/id'
import type { Bill, BillInput } from '#core/bills/bill'
import type { BillForm } from '#core/bills/billForm'
import { dropQueued, onQueueElsewhere, putQueued, readQueue, type QueuedBill } from '~/data/bills/billQueue'
import { storeHere } from '~/data/office/offices'
import { useOffice } from '~/stores/office'
import { actUnderKey } from '../base/useAct'

/** One list for the whole tab: bills go on being entered when their page is left. */
const queue = shallowRef<readonly QueuedBill[]>([])
const look = (): void => {
  queue.value = readQueue()
}
let hears = false
let last = 0

/**
 * Bills that were typed and are entered behind the hand, in order, each once: one that is refused stays as a row
 * to mend. `entered` is told of each that is in the office.
 */
export function useBillQueue(
  companyId: Readonly<Ref<Id<'company'> | undefined>>,
  entered: (bill: Bill) => void,
) {
  const office = useOffice()
  if (!hears) {
    hears = true
    onQueueElsewhere(look)
  }
  look()

  async function enterNext(next: QueuedBill, bill: BillInput): Promise<void> {
    const input = { companyId: next.companyId, bill: { ...bill, id: next.id } }
    const done = await actUnderKey('enterBill', input, next.id)
    if (done.ok && done.value.bills[0]) entered(done.value.bills[0])
    // Done under this key already: another tab was first.
    if (done.ok || done.refusal.code === 'act-twice') dropQueued(next.id)
    else {
      const { bill: _, ...row } = next
      putQueued({ ...row, fault: done.refusal.text })
    }
  }
  /** Enters what waits, one after the other; the lock keeps two tabs from doing the same at once. */
  async function work(): Promise<void> {
    await navigator.locks.request(`bills to enter ${storeHere}`, async () => {
      for (;;) {
        const next = readQueue().find(q => q.bill && !q.fault)
        if (!next?.bill) return
        office.acting++
        try {
          await enterNext(next, next.bill)
        } finally {
          office.acting--
          look()
        }
      }
    })
  }
  /** Takes a bill from the form: it is entered as soon as those before it are, or put aside with its fault. */
  function add(form: BillForm, bill: BillInput | undefined, fault = ''): void {
    if (!companyId.value) return
    last = Math.max(last + 1, Date.now())
    putQueued({
      ...{ id: idOf<'bill'>(crypto.randomUUID()), store: storeHere, companyId: companyId.value, at: last },
      ...{ form: { ...form, lines: form.lines.map(l => ({ ...l })) }, fault },
      ...(bill && !fault && { bill }),
    })
    look()
    void work()
  }
  function remove(id: Id<'bill'>): void {
    dropQueued(id)
    look()
  }
  void work()
  return {
    /** Rows to mend. */
    refused: computed(() => queue.value.filter(q => q.fault && q.companyId === companyId.value)),
    /** Rows on their way. */
    waiting: computed(() => queue.value.filter(q => !q.fault && q.companyId === companyId.value)),
    add,
    remove,
  }
}
