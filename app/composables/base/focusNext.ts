import { nextTick } from 'vue'

/** Whether the focus may go into a part of the page: nobody went on by hand since `from` had it. */
export function isFocusFree(from: Element | null, part: Node): boolean {
  const now = document.activeElement
  // A dialog takes the focus itself first, and holds the part; a new page puts it on its heading, where nobody
  // goes by hand. The heading may come before what the part waits for.
  return !(now instanceof HTMLElement) || now === from || now.contains(part) || now.tabIndex < 0
}

/** How long the content of a part may take to come: it waits for the store. */
const PATIENCE_MS = 20_000
const LOOK_MS = 40

/**
 * Puts the focus on what comes next in a part of the page: the element marked `data-next`, as soon as it is
 * there and can take it. Gives up when the person has gone on to something else meanwhile.
 */
export function focusNext(part: HTMLElement): void {
  const from = document.activeElement
  const until = Date.now() + PATIENCE_MS
  const look = (): void => {
    if (!isFocusFree(from, part) && !part.contains(document.activeElement)) return
    const next = part.querySelector<HTMLElement>('[data-next]:not(:disabled)')
    if (next) next.focus()
    else if (Date.now() < until && part.isConnected) setTimeout(look, LOOK_MS)
  }
  look()
}

/** Puts the focus on what comes next on the page after something was done; see `focusNext`. */
export function focusNextHere(): void {
  const page = document.querySelector<HTMLElement>('main')
  if (page) void nextTick(() => focusNext(page))
}

/** Puts the focus on an element that is about to be drawn. */
export function focusSoon(selector: string): void {
  void nextTick(() => document.querySelector<HTMLElement>(selector)?.focus())
}

/** Puts the focus into a field of a form, by the name that it has there (`data-field`, or its part of a check). */
export const focusField = (field: string): void =>
  focusSoon(`:is([data-field="${field}"], [data-part="${field}"]) :is(input:not([type=hidden]), textarea)`)

/** Puts the focus on the page's heading: where nothing of its own asks for it. */
export function focusHeading(): void {
  const heading = document.querySelector<HTMLElement>('main h1')
  heading?.setAttribute('tabindex', '-1')
  heading?.focus({ preventScroll: true })
}
