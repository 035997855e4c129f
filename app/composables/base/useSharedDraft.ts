import { shallowRef, watch } from 'vue'
import { changeDraft, draftSeen, draftText, parsed, type DraftSeen } from '~/data/drafts/drafts'
import { merged } from '~/data/drafts/merge'
import { useLive } from './useLive'

/** Why what is typed could not be kept last; undefined while it is kept. */
export const unkept = shallowRef<unknown>()

/** A form whose draft all tabs share. */
interface Shared<T> {
  /** What is filled in here, as plain values. */
  readonly mine: () => T
  readonly show: (value: T) => void
  /** What stands there where no draft is kept; undefined: what is here stays. */
  readonly blank: () => T | undefined
  /** Whether nothing is to be kept of it. */
  readonly isEmpty: (value: T) => boolean
  /** A kept draft as a whole form; undefined where it is none. */
  readonly gate: (kept: unknown) => T | undefined
  readonly merge?: (base: T, mine: T, theirs: T) => T
}

/**
 * One draft for all tabs, kept from the first letter on: what is filled in here goes into it, what another tab
 * filled in comes out of it, field by field. `seen` tells an act what it is based on.
 */
export function useSharedDraft<T>(name: () => string, of: Shared<T>) {
  const { mine, show, blank, isEmpty, gate, merge = merged } = of
  let about = name()
  let base = mine()
  let text: string | undefined
  /** What is kept of one change and another; the same text where nothing changed. */
  function next(kept: string | undefined) {
    const here = mine()
    const theirs = kept === text ? undefined : kept === undefined ? blank() : gate(parsed(kept))
    const value = theirs === undefined ? here : merge(base, here, theirs)
    return {
      here,
      value,
      isFromElsewhere: theirs !== undefined,
      kept: isEmpty(value) ? undefined : JSON.stringify(value),
    }
  }
  async function once(): Promise<void> {
    if (about !== name()) {
      about = name()
      base = blank() ?? base
      text = undefined
    }
    let found = next(text)
    text = await changeDraft(about, kept => (found = next(kept)).kept)
    base = found.value
    if (!found.isFromElsewhere) return
    const shown = merge(found.here, mine(), found.value)
    if (JSON.stringify(shown) !== JSON.stringify(mine())) show(shown)
  }
  let running: Promise<void> | undefined
  let again = false
  async function loop(): Promise<void> {
    try {
      do {
        again = false
        await once()
      } while (again)
      unkept.value = undefined
    } catch (error) {
      unkept.value = error
    }
    running = undefined
  }
  /** Brings here and there together; one at a time. What cannot be kept stays here, and is said. */
  function follow(): Promise<void> {
    again = true
    running ??= loop()
    return running
  }
  const restored = follow()
  watch(mine, () => void follow(), { deep: true })
  const kept = useLive(async () => ({ text: await draftText(name()) }), name)
  watch(kept, now => {
    if (now && now.text !== text) void follow()
  })
  /** Nothing of it is kept any more; what is filled in stays as it is. */
  async function forget(): Promise<void> {
    await running
    text = await changeDraft(about, () => undefined)
    base = mine()
  }
  /** The draft as it stands here and in the store: what an act is based on. */
  async function seen(): Promise<DraftSeen> {
    const before = JSON.stringify(mine())
    await follow()
    return draftSeen(about, text, JSON.stringify(mine()) !== before)
  }
  return { restored, forget, seen }
}
