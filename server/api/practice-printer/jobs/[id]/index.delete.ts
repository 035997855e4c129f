import { deskOf } from '../../../../practice/desk'
import { ownPagesOnly, refuseRequest } from '../../../../practice/office'

/** Stops a job where it is. */
export default defineEventHandler(event => {
  ownPagesOnly(event)
  const { printer } = deskOf(event)
  const id = getRouterParam(event, 'id') ?? ''
  return printer.stop(id) ? printer.report(id) : refuseRequest(404, 'This job does not exist')
})
