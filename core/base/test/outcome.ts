import type { Refusal, Result } from '../result'

type Done = { readonly ok: true } | { readonly ok: false; readonly refusal: Refusal }
/** What something was refused for and at which field, or that it was done. */
export const outcome = (done: Done): string =>
  done.ok ? 'done' : `${done.refusal.code} at ${done.refusal.field}`

/** What came out, or all that a refusal tells: code, field, value and limit, and its sentence. */
export function cameTo<T>(done: Result<T>): T | string {
  if (done.ok) return done.value
  const { code, text, field, value, limit } = done.refusal
  const about = [field, value, limit].filter(part => part !== undefined).join(', ')
  return `${code} (${about}) ${text}`
}
