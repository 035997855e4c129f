import { printer, refuseRequest } from '../../../../practice/office'

/** How a job stands, sheet by sheet. */
export default defineEventHandler(
  event =>
    printer.report(getRouterParam(event, 'id') ?? '') ??
    refuseRequest(404, 'the practice printer no longer has this job: it keeps the last 20'),
)
