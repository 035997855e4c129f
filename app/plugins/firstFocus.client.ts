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
        const now = document.activeElement
        // A dialog takes the focus itself first, and holds the field; a new page puts it on its heading, where
        // nobody goes by hand.
        const isElsewhere = now instanceof HTMLElement && now !== from && !now.contains(el)
        if (isElsewhere && now.tabIndex >= 0) return
        const field = el.matches('input, textarea') ? el : el.querySelector<HTMLElement>('input, textarea')
        field?.focus()
      }, SOON_MS)
    },
  })
})
