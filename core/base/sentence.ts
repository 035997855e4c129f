/**
 * A text as a sentence: its first letter is capital, and it ends with a mark. Names in quotes, numbers and
 * codes at the beginning stay as they are written.
 */
export function sentence(text: string): string {
  const begun = text.charAt(0).toUpperCase() + text.slice(1)
  return begun === '' || /[.?!…]["”)]?$/.test(begun) ? begun : `${begun}.`
}

/** So many characters of what somebody typed or a file holds are enough to find it by. */
const MOST_QUOTED = 60
/** And so many of a whole text, where what is quoted has quotes of its own. */
const MOST_SAID = 400
const cut = (text: string, most: number): string => {
  const letters = [...text]
  return letters.length > most ? `${letters.slice(0, most).join('')}…` : text
}
/** A text whose quotes are no longer than a line: a page that was pasted into a field is not told back as a whole. */
export const briefly = (text: string): string =>
  text.length <= MOST_QUOTED
    ? text
    : cut(
        text.replaceAll(/“([^”]*)”/g, (_, quoted: string) => `“${cut(quoted, MOST_QUOTED)}”`),
        MOST_SAID,
      )
