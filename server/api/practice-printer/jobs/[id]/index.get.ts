import { deskOf } from '../../../../practice/desk'
import { refuseRequest } from '../../../../practice/office'

/** How a job stands, sheet by sheet. */
export default defineEventHandler(
  event =>
    deskOf(event).printer.report(getRouterParam(event, 'id') ?? '') ??
    refuseRequest(404, 'The practice printer no longer has this job. It keeps the last 20'),
)
