import { deskOf } from '../../../practice/desk'
import { refuseRequest } from '../../../practice/office'

/** One attachment of a message. */
export default defineEventHandler(async event => {
  const [id, at] = [getRouterParam(event, 'id') ?? '', Number(getRouterParam(event, 'attachment'))]
  const found =
    (await deskOf(event).mailbox.attachment(id, at)) ??
    refuseRequest(404, 'The practice mailbox does not have this attachment')
  setResponseHeaders(event, {
    'Content-Type': 'application/octet-stream',
    'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(found.name)}`,
    'Cache-Control': 'no-store',
  })
  return found.bytes
})
