import type { ReasonKind } from '#core/office/settings'
import { readReasons } from '~/data/office/settings'

/** The office's own list of reasons of a kind. */
export function useReasons(kind: ReasonKind) {
  const kept = useLive(() => readReasons(kind))
  return computed<readonly string[]>(() => kept.value ?? [])
}
