import { readReasons, type ReasonKind } from '~/data/reasons'

/** The office's own list of reasons of a kind. */
export function useReasons(kind: ReasonKind) {
  const kept = useLive(() => readReasons(kind))
  return computed<readonly string[]>(() => kept.value ?? [])
}
