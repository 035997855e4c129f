import { briefly, sentence } from './sentence'

/**
 * Why something was not done. The sentence is made from the properties, so that a screen or a test can rely
 * on them.
 */
export interface Refusal {
  readonly code: string
  readonly text: string
  /** The field of the form, the column of the file or the path in the data that is meant. */
  readonly field?: string
  readonly value?: string | number
  readonly limit?: string | number
}

export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: Refusal }

/** A result that is not refused. */
export const good = <T>(value: T): Result<T> => ({ ok: true, value })

/** A refusal as a value: an expected failure is returned, never thrown. Its text is made a sentence. */
export const refuse = (
  code: string,
  text: string,
  more: Omit<Refusal, 'code' | 'text'> = {},
): { readonly ok: false; readonly refusal: Refusal } => ({
  ok: false,
  refusal: { code, text: sentence(briefly(text)), ...more },
})

/** Unwraps a result where a refusal would be our own mistake (constants, tests); throws it otherwise. */
export function must<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(`${result.refusal.code}: ${result.refusal.text}`)
  return result.value
}

/** For the default branch of an exhaustive switch. */
export function never(value: never): never {
  throw new Error(`unexpected ${JSON.stringify(value)}`)
}
