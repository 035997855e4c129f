/** Two presses within this time are one double press: the time most systems take for a double click. */
const DOUBLE_MS = 400

/**
 * The second half of a double press belongs to where its first half fell. Where another thing has come to
 * stand there meanwhile, or the focus has moved on, it does nothing: an impatient second press never
 * answers a question that was not yet on the screen. A key that is held down presses once.
 */
export default defineNuxtPlugin(() => {
  let last = { at: -Infinity, on: null as EventTarget | null }
  const swallow = (event: Event): void => {
    event.preventDefault()
    event.stopImmediatePropagation()
  }
  const pressable = ({ target }: Event): EventTarget | null =>
    target instanceof Element
      ? (target.closest('button, a, input, textarea, [role=button]') ?? target)
      : target
  const pressed = (event: Event, second: boolean): void => {
    const on = pressable(event)
    if (second && last.on !== null && on !== last.on) return swallow(event)
    last = { at: event.timeStamp, on }
  }
  document.addEventListener(
    'click',
    event => {
      // A click that a key made has no detail: it was judged as the key was pressed.
      if (event.detail > 0) pressed(event, event.detail > 1)
    },
    true,
  )
  // Nor does the second half take the focus away from where the page has put it meanwhile.
  document.addEventListener(
    'mousedown',
    event => {
      if (event.detail > 1 && last.on !== null && pressable(event) !== last.on) event.preventDefault()
    },
    true,
  )
  document.addEventListener(
    'keydown',
    event => {
      // Another key in between: what follows is a press of its own.
      if (event.key !== 'Enter') {
        last = { at: -Infinity, on: null }
        return
      }
      if (event.repeat && !(event.target instanceof HTMLTextAreaElement)) return swallow(event)
      pressed(event, event.timeStamp - last.at < DOUBLE_MS)
    },
    true,
  )
})
