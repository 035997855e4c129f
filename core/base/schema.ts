import { z } from 'zod'

/** What kind of value is wanted, in plain words. */
const kinds: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'yes or no (true or false)',
  array: 'a list',
  object: 'a group of values',
  date: 'a date',
}

type Raw = z.core.$ZodRawIssue
/** Counts letters of a text, entries of a list, or the number itself. */
const counted = (origin: string, n: number | bigint): string =>
  `${n}${origin === 'string' ? ' letters' : origin === 'array' ? ' entries' : ''}`

/**
 * A fault of a schema in words that somebody who fills a form or opens a file understands; undefined leaves
 * it to the library.
 */
function plain(issue: Raw): string | undefined {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined
        ? 'this is missing'
        : `this must be ${kinds[issue.expected] ?? issue.expected}`
    case 'too_small':
      return issue.origin === 'string' && Number(issue.minimum) === 1
        ? 'this is required'
        : `at least ${counted(issue.origin, issue.minimum)} required`
    case 'too_big':
      return `at most ${counted(issue.origin, issue.maximum)} allowed`
    case 'invalid_value':
      return issue.values.length === 1
        ? `this must be ${String(issue.values[0])}`
        : `this must be one of: ${issue.values.map(String).join(', ')}`
    case 'unrecognized_keys':
      return `unknown: ${issue.keys.join(', ')}`
    case 'invalid_format':
      return 'this is not in the right format'
    default:
      return undefined
  }
}
z.config({ customError: plain })

export { z }
