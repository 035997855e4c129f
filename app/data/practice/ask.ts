import { good, refuse, type Result } from '#core/base/result'

/**
 * Asks a stand-in on our own server; what it refuses comes back as a refusal with its sentence and field. `name` is
 * what it is called in a sentence.
 */
export async function askStandIn<T>(name: string, url: string, init: RequestInit = {}): Promise<Result<T>> {
  let answer: Response
  try {
    answer = await fetch(url, init)
  } catch {
    return refuse('practice-away', `The ${name} does not answer. Is the server still running?`)
  }
  const body = (await answer.json().catch(() => undefined)) as
    { data?: { text?: string; field?: string } } | undefined
  if (answer.ok) return good(body as T)
  return refuse(
    'practice-refused',
    body?.data?.text ?? `The ${name} refused the request (${answer.status})`,
    body?.data?.field ? { field: body.data.field } : {},
  )
}
/** A request that sends a value as JSON. */
export const sending = (method: 'POST' | 'PUT', value: unknown): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(value),
})
