import { computed } from 'vue'
import { readLastActAt } from '~/data/office/officeReads'
import { useLive } from './useLive'

/** Two browsers' clocks are never the same to the minute. */
const SLACK_MS = 5 * 60_000

/** Whether this computer's clock is behind the last recorded act, and when that was. */
export function useClock() {
  const lastActAt = useLive(readLastActAt)
  const behind = computed(() =>
    lastActAt.value && Date.parse(lastActAt.value) - Date.now() > SLACK_MS ? lastActAt.value : undefined,
  )
  return { behind }
}
