import type { z } from 'zod'

/**
 * One thing wrong with a file: where (row from 1 with the header as 1, column title, or path in the data) and
 * what.
 */
export interface Fault {
  readonly row?: number
  readonly column?: string
  readonly path?: string
  readonly text: string
}

export type Read<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly Fault[] }

/** One line for people: `checks.csv: row 3, column amount: …`. */
export function faultLine(file: string, fault: Fault): string {
  const where = [
    fault.row === undefined ? '' : `row ${fault.row}`,
    fault.column === undefined ? '' : `column ${fault.column}`,
    fault.path ? `at ${fault.path}` : '',
  ]
    .filter(Boolean)
    .join(', ')
  return [file, where, fault.text].filter(Boolean).join(': ')
}

/** A longer file is refused before it is parsed. */
export const MOST_FILE_LETTERS = 20_000_000

/** Reads a JSON file of ours through its schema: every fault with its path, or the value. */
export function readJson<S extends z.ZodType>(text: string, schema: S): Read<z.output<S>> {
  if (text.length > MOST_FILE_LETTERS)
    return { ok: false, faults: [{ text: `the file is larger than ${MOST_FILE_LETTERS} characters` }] }
  let data: unknown
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    if (error instanceof SyntaxError) return { ok: false, faults: [{ text: `not JSON: ${error.message}` }] }
    throw error
  }
  const parsed = schema.safeParse(data)
  if (parsed.success) return { ok: true, value: parsed.data }
  return {
    ok: false,
    faults: parsed.error.issues.map(issue => ({ path: issue.path.join('.') || 'top', text: issue.message })),
  }
}
