import { toRaw, watch, type Ref } from 'vue'
import { dropDraft, keepDraft, likeForm, readDraft } from '~/data/drafts'

/**
 * Keeps a form half filled in under a name, from the first letter on, so that leaving or closing the page
 * loses nothing; brings it back when the
 * page is opened again. `isEmpty` tells when there is nothing to keep; `forget` is called when its act is
 * done.
 */
export function useFormDraft<T extends object>(
  name: () => string,
  form: Ref<T>,
  isEmpty: (form: T) => boolean,
) {
  let known = ''
  async function restore(): Promise<void> {
    const draft = await readDraft(name(), likeForm(form.value))
    if (draft && isEmpty(form.value)) form.value = { ...form.value, ...draft }
    known = JSON.stringify(toRaw(form.value))
  }
  const restored = restore()
  const forget = (): Promise<void> => dropDraft(name())
  watch(
    form,
    now => {
      const text = JSON.stringify(now)
      if (text === known) return
      known = text
      void (isEmpty(now) ? forget() : keepDraft(name(), JSON.parse(text)))
    },
    { deep: true },
  )
  return { restored, forget }
}
