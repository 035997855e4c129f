import type { Ref } from 'vue'
import { likeForm } from '~/data/drafts/drafts'
import { plainCopy } from '~/data/store/plainCopy'
import { useSharedDraft } from './useSharedDraft'

/**
 * Keeps a form half filled in under a name, from the first letter on, so that leaving or closing the page loses
 * nothing; all tabs share it. `isEmpty` tells when there is nothing to keep; `blank` is what stands there when
 * another tab is done with it: undefined leaves it as it is here.
 */
export const useFormDraft = <T extends object>(
  name: () => string,
  form: Ref<T>,
  isEmpty: (form: T) => boolean,
  blank: () => T | undefined,
) =>
  useSharedDraft<T>(name, {
    mine: () => plainCopy(form.value),
    show: value => {
      form.value = value
    },
    blank,
    isEmpty,
    gate: kept => {
      const like = likeForm(form.value)(kept)
      return like && { ...plainCopy(form.value), ...like }
    },
  })
