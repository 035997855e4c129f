import { computed, watch } from 'vue'
import { noteOffice, readOfficeTitle, readOffices, storeHere } from '~/data/office/offices'
import { useLive } from '../base/useLive'

/** The offices of this browser: which there are, and which this page works in. */
export function useOffices() {
  const offices = useLive(readOffices)
  const here = computed(() => offices.value?.find(o => o.store === storeHere))
  /** Those that can be gone to. */
  const others = computed(() => (offices.value ?? []).filter(o => o.store !== storeHere && !o.away))
  return { offices, here, others }
}
/** Keeps written down how this office is called. */
export function useOfficeNote(): void {
  const title = useLive(readOfficeTitle)
  watch(title, of => void (of && noteOffice(of)))
}
