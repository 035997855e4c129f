import { createError, getHeader, type H3Event } from 'h3'
import type { z } from 'zod'
import { faceNames } from '#core/faces/faceNames'
import type { FaceBytes } from '#core/render/pdfFonts'

let faces: Promise<FaceBytes> | undefined
/** The shipped faces, read once from what was built into the server. */
export const serverFaces = (): Promise<FaceBytes> =>
  (faces ??= Promise.all(
    faceNames.map(
      async name => [name, await useStorage('assets:faces').getItemRaw<Uint8Array>(`${name}.ttf`)] as const,
    ),
  ).then(found => Object.fromEntries(found) as unknown as FaceBytes))

/** What a request is refused with: a sentence, and the field it is about. */
export const refusal = (statusCode: number, text: string, field = ''): Error =>
  createError({ statusCode, data: { text, field } })
/** Refuses a request, with a sentence and the field it is about. */
export const refuseRequest = (...of: Parameters<typeof refusal>): never => {
  throw refusal(...of)
}

/** Whether a request comes from a page of this server: as the browser says, or by the origin that it names. */
function isOwnPage(event: H3Event): boolean {
  const site = getHeader(event, 'sec-fetch-site')
  if (site) return site === 'same-origin' || site === 'none'
  const origin = getHeader(event, 'origin')
  return !origin || hostOf(origin) === getHeader(event, 'host')
}
function hostOf(origin: string): string | undefined {
  try {
    return new URL(origin).host
  } catch {
    return undefined
  }
}
/** Refuses what another site's page sends here through the user's browser. */
export function ownPagesOnly(event: H3Event): void {
  if (!isOwnPage(event)) refuseRequest(403, 'Only pages of this server may use its stand-ins')
}

/** A value checked by its schema, or a refusal that names the field. */
export function checked<S extends z.ZodType>(schema: S, value: unknown): z.infer<S> {
  const read = schema.safeParse(value)
  if (read.success) return read.data
  const issue = read.error.issues[0]
  return refuseRequest(422, issue?.message ?? 'Not allowed', issue?.path.join('.') ?? '')
}
