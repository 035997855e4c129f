/**
 * One change in words: what was added, removed, or changed from what to what; empty where nothing changed. `what`
 * is the field's name in the middle of a sentence.
 */
export function changeText(what: string, before: string, after: string): string {
  if (before === after) return ''
  if (!before) return `${what} added: ${after}`
  if (!after) return `${what} removed (was ${before})`
  return `${what} changed from ${before} to ${after}`
}
/** What the trail says of a change that is undone. */
export const undone = (told: string): string => told.replace(/^Changed /, 'Undid the last change to ')
