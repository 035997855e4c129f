import { useOffice } from '~/stores/office'

/** Whether somebody types there: keys that act on the page as a whole are letters in it. */
const isTyping = (at: EventTarget | null): boolean =>
  at instanceof HTMLInputElement ||
  at instanceof HTMLTextAreaElement ||
  at instanceof HTMLSelectElement ||
  (at instanceof HTMLElement && at.isContentEditable)

/**
 * Whether a key was pressed alone that acts on any page: not while somebody types, and not where such keys are
 * switched off, since dictation and slips press them unasked (WCAG 2.1.4).
 */
export const isSingleKey = (event: KeyboardEvent, key: string): boolean =>
  event.key === key &&
  !(event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) &&
  useOffice().singleKeys
