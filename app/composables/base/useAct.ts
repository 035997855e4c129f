import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { refuse, type Refusal, type Result } from '#core/base/result'
import type { ActName, InputOf, WrittenBy } from '#core/office/actTypes'
import type { DraftSeen } from '~/data/drafts/drafts'
import { act as doHere } from '~/data/store/ownOffice'
import { screenFollows } from './useLive'
import { useOffice } from '~/stores/office'

/**
 * Does an act under a key that was given before, for what is done behind the hand: the same key is never done
 * twice.
 */
export const actUnderKey = <N extends ActName>(
  name: N,
  input: InputOf<N>,
  key: string,
): Promise<Result<WrittenBy<N>>> => doHere(name, input, key)

/**
 * One press, one act: the only way in which a screen acts. It is busy from before anything is awaited until
 * the screen shows what was done, so a second press does nothing; the act carries a key from when its form
 * was opened, so that the core refuses it a second time; the message of the act before goes when this one
 * begins.
 */
export function useAct() {
  const office = useOffice()
  const busy = ref(false)
  const refusal = shallowRef<Refusal>()
  const fault = computed(() => refusal.value?.text ?? '')
  let key: string = crypto.randomUUID()
  let left = false
  onScopeDispose(() => {
    left = true
  })

  /**
   * Does one act. Gives its result; undefined where another is under way, or its page was left meanwhile. `says`
   * is said of it once it is done, even where the form went with what it was about. What `draft` gives goes with
   * the act, which is refused where another tab changed it.
   */
  const act = <N extends ActName>(
    name: N,
    input: InputOf<N>,
    says = '',
    draft?: () => Promise<DraftSeen>,
  ): Promise<Result<WrittenBy<N>> | undefined> =>
    run(async press => doHere(name, input, press, await draft?.()), says)
  /** The same for an act that a worker does, under the key of this press. */
  async function run<T>(
    work: (key: string) => Promise<Result<T>>,
    says: string | ((value: T) => string) = '',
  ): Promise<Result<T> | undefined> {
    if (busy.value) return undefined
    busy.value = true
    office.acting++
    refusal.value = undefined
    office.said = ''
    try {
      const done = await work(key)
      if (done.ok) {
        key = crypto.randomUUID()
        // Busy until what was done stands on the screen: a second press never acts on what was there before.
        await screenFollows()
        const said = typeof says === 'string' ? says : says(done.value)
        if (said) office.said = said
      } else refusal.value = done.refusal
      return left ? undefined : done
    } catch (error) {
      // Nobody who pressed is left without an answer, whatever fails.
      console.error(error)
      const what = error instanceof Error ? error.message : String(error)
      const failed = refuse(
        'program-failed',
        `An error in the program stopped this (${what}). Look whether it was done before you try again`,
      )
      refusal.value = failed.refusal
      return left ? undefined : failed
    } finally {
      busy.value = false
      office.acting--
    }
  }
  /** Does one act, and says whether it was done. */
  const succeeded = async <N extends ActName>(
    name: N,
    input: InputOf<N>,
    says = '',
    draft?: () => Promise<DraftSeen>,
  ): Promise<boolean> => (await act(name, input, says, draft))?.ok ?? false
  /** The refusal at a field of the form, for its error messages. */
  const at = (field: string): string[] => (refusal.value?.field === field ? [refusal.value.text] : [])
  const clear = (): void => {
    refusal.value = undefined
  }
  return { busy, refusal, fault, act, run, succeeded, at, clear }
}
