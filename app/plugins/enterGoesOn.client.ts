/** The field of a list to choose from, without one that is typed into. */
const CLOSED_LIST = '.v-select:not(.v-autocomplete, .v-combobox) input[aria-expanded="false"]'

/**
 * Enter in a field whose value was just chosen from its list sends the form, as in every other field; before
 * anything was chosen, and after the focus was elsewhere, it opens the list. Space and the arrow keys open it
 * always.
 */
export default defineNuxtPlugin(() => {
  let isChosen = false
  let field: EventTarget | null = null
  document.addEventListener(
    'click',
    ({ target }) => {
      if (target instanceof Element && target.closest('.v-select__content .v-list-item')) isChosen = true
    },
    true,
  )
  document.addEventListener(
    'focusin',
    ({ target }) => {
      if (!(target instanceof HTMLElement) || target.closest('.v-overlay .v-list')) return
      field = isChosen || target === field ? target : null
      isChosen = false
    },
    true,
  )
  document.addEventListener(
    'keydown',
    event => {
      const { key, target } = event
      if (key !== 'Enter' || target !== field || !(target instanceof HTMLInputElement)) return
      if (!target.matches(CLOSED_LIST) || !target.form) return
      event.preventDefault()
      event.stopPropagation()
      target.form.requestSubmit()
    },
    true,
  )
})
