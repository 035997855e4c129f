/**
 * A text as a sentence: its first letter is capital, and it ends with a mark. Names in quotes, numbers and
 * codes at the beginning stay as they are written.
 */
export function sentence(text: string): string {
  const begun = text.charAt(0).toUpperCase() + text.slice(1)
  return begun === '' || /[.?!…]["”)]?$/.test(begun) ? begun : `${begun}.`
}
