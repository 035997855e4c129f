import type { H3Event } from 'h3'
import { pressJobSchema } from '#core/practice/press'
import { refusalUnread } from '../../../practice/body'
import { deskOf } from '../../../practice/desk'
import { TOO_BUSY } from '../../../practice/drawing/process'
import { formOf } from '../../../practice/form'
import { checked, ownPagesOnly, refuseRequest } from '../../../practice/office'
import { MOST_PDF_BYTES } from '../../../practice/printer'
import { UnusablePdf } from '../../../practice/unusablePdf'

/** Room for the job's words beside its PDF. */
const MOST_WORDS = 4_000_000

/** So many PDFs are taken in at once: each is held whole. */
const MOST_AT_ONCE = 3
let taking = 0

/** Takes a PDF in: a form with `job` (JSON) and `pdf` (a file). Answers with the key of the job. */
export default defineEventHandler(async event => {
  ownPagesOnly(event)
  const length = Number(getHeader(event, 'content-length') ?? Number.NaN)
  if (!Number.isFinite(length)) throw refusalUnread(event, 411, 'The request must have a Content-Length')
  if (length > MOST_PDF_BYTES + MOST_WORDS)
    throw refusalUnread(event, 413, `The PDF is too large. The limit is ${MOST_PDF_BYTES / 1e6} MB`, 'pdf')
  if (taking >= MOST_AT_ONCE) throw refusalUnread(event, 429, TOO_BUSY)
  taking++
  try {
    return await take(event)
  } finally {
    taking--
  }
})

async function take(event: H3Event): Promise<{ id: string }> {
  const { printer } = deskOf(event)
  const parts = await formOf(event, MOST_WORDS)
  const [words, pdf] = [parts.get('job'), parts.get('pdf')]
  if (!words || !pdf)
    return refuseRequest(422, 'A job needs two parts, “job” and “pdf”', words ? 'pdf' : 'job')
  let asked: unknown
  try {
    asked = JSON.parse(words.toString('utf8'))
  } catch {
    return refuseRequest(422, '“job” is not JSON', 'job')
  }
  try {
    return { id: await printer.take(checked(pressJobSchema, asked), new Uint8Array(pdf)) }
  } catch (error) {
    if (error instanceof UnusablePdf) return refuseRequest(422, error.message, 'pdf')
    throw error
  }
}
