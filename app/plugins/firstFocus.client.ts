import { isFocusFree } from '~/composables/base/focusNext'

/** After the field stands, and a dialog that it is in can be seen. */
const SOON_MS = 50

/**
 * `v-first`: the field that has the focus when its page or form opens; `v-first="false"` where it has not. Once,
 * and never from somebody who went on meanwhile: a field's own `autofocus` takes the focus again whenever it
 * comes back into sight, and what is being typed elsewhere goes on in it.
 */
export default defineNuxtPlugin(nuxtApp => {
  nuxtApp.vueApp.directive('first', {
    mounted(el: HTMLElement, { value }: { value?: boolean }) {
      if (value === false) return
      const from = document.activeElement
      setTimeout(() => {
        if (!isFocusFree(from, el)) return
        const takes = 'input:not([type=hidden]), textarea, a, button'
        const field = el.matches(takes) ? el : el.querySelector<HTMLElement>(takes)
        field?.focus()
      }, SOON_MS)
    },
  })
})
