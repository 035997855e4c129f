import { statementQuery } from '#core/practice/bankReport'
import { statementFormats } from '#core/practice/statementFiles'
import { openAccount } from '../../practice/bankOrders'
import { deskOf } from '../../practice/desk'
import { checked } from '../../practice/office'

/** A statement of an account for some days, in the format that is asked for. */
export default defineEventHandler(event => {
  const { account, from, through, format } = checked(statementQuery, getQuery(event))
  const { name, write } = statementFormats[format]
  setResponseHeaders(event, {
    'Content-Type': 'application/octet-stream',
    'Content-Disposition': `attachment; filename="${name}"`,
    'Cache-Control': 'no-store',
  })
  return write(openAccount(deskOf(event), account).statement(from, through))
})
