/**
 * The key of a person's name: who differs in case, spaces, letters that are not seen or forms of the same
 * letter is the same person. Blank where nothing is left of it.
 */
export const operatorKey = (name: string): string =>
  name
    .normalize('NFKC')
    .replaceAll(/[\p{Cf}\p{Cc}\p{Zl}\p{Zp}\u115F\u1160\u3164\uFFA0]/gu, '')
    .replaceAll(/\s+/g, ' ')
    .trim()
    .toLowerCase()

/** A list of people with one more, each once. */
export const withOperator = (list: readonly string[], name: string): string[] =>
  list.some(other => operatorKey(other) === operatorKey(name)) ? [...list] : [...list, name]
