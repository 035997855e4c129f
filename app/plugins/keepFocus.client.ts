import { focusHeading } from '~/composables/base/focusNext'

/** Time in which a page may put the focus where it belongs by itself. In ms. */
const PATIENCE_MS = 150

/**
 * Nobody who works by keyboard is thrown back to the top of the page: where the thing that had the focus goes
 * away or goes dead, and the page gives the focus to nothing else, it stands on what asked, where that was a
 * question or a menu; else on the page's work (`data-home`), or on its heading.
 */
export default defineNuxtPlugin(() => {
  let held: HTMLElement | null = null
  /** What had the focus last besides questions and menus, which lie over the page. */
  let asker: HTMLElement | undefined
  let isOver = false
  let waiting = false
  const lost = (): boolean =>
    document.activeElement === document.body || document.activeElement?.matches(':disabled') === true
  const home = (): void => {
    waiting = false
    if (!lost()) return
    held = null
    if (isOver && asker?.isConnected && !asker.matches(':disabled')) {
      asker.focus({ preventScroll: true })
      return
    }
    const work = document.querySelector<HTMLElement>('main [data-home]')
    if (work) work.focus({ preventScroll: true })
    else focusHeading()
  }
  document.addEventListener(
    'focusin',
    event => {
      held = event.target as HTMLElement
      isOver = held.closest('.v-overlay') !== null
      if (!isOver) asker = held
    },
    true,
  )
  new MutationObserver(() => {
    if (waiting || !held || (held.isConnected && !held.matches(':disabled'))) return
    waiting = true
    setTimeout(home, PATIENCE_MS)
  }).observe(document.documentElement, {
    subtree: true,
    childList: true,
    attributes: true,
    attributeFilter: ['disabled'],
  })
})
