/** Whether somebody types there: keys that act on the page as a whole are letters in it. */
export const isTyping = (at: EventTarget | null): boolean =>
  at instanceof HTMLInputElement ||
  at instanceof HTMLTextAreaElement ||
  at instanceof HTMLSelectElement ||
  (at instanceof HTMLElement && at.isContentEditable)
