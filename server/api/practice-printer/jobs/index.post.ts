import { pressJobSchema } from '#core/practice/press'
import { bodyOf } from '../../../practice/body'
import { deskOf } from '../../../practice/desk'
import { checked, ownPagesOnly, refuseRequest } from '../../../practice/office'
import { MOST_PDF_BYTES } from '../../../practice/printer'
import { UnusablePdf } from '../../../practice/raster'

/** Room for the job's words beside its PDF. */
const MOST_WORDS = 4_000_000

/** Takes a PDF in: a form with `job` (JSON) and `pdf` (a file). Answers with the key of the job. */
export default defineEventHandler(async event => {
  ownPagesOnly(event)
  const length = Number(getHeader(event, 'content-length') ?? Number.NaN)
  if (!Number.isFinite(length)) refuseRequest(411, 'The request must have a Content-Length')
  if (length > MOST_PDF_BYTES + MOST_WORDS)
    refuseRequest(413, `The PDF is too large. The limit is ${MOST_PDF_BYTES / 1e6} MB`, 'pdf')
  const { printer } = deskOf(event)
  // What was read within its limit is what the form is made of.
  Object.assign(event.node.req, { body: await bodyOf(event, MOST_PDF_BYTES + MOST_WORDS) })
  const parts = (await readMultipartFormData(event)) ?? []
  const words = parts.find(p => p.name === 'job')?.data
  const pdf = parts.find(p => p.name === 'pdf')?.data
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
})
