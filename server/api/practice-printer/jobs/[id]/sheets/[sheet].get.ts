import { pictureQuery } from '../../../../../practice/pictures'
import { sheetOf } from '../../../../../practice/sheets'
import { deskOf } from '../../../../../practice/desk'
import { drawing } from '../../../../../practice/drawing/drawing'
import { checked } from '../../../../../practice/office'

/** One sheet as it came out, as PNG. */
export default defineEventHandler(async event => {
  const how = checked(pictureQuery, getQuery(event))
  const png = await (
    await drawing()
  ).picture(
    sheetOf(deskOf(event).printer, getRouterParam(event, 'id') ?? '', Number(getRouterParam(event, 'sheet'))),
    how,
  )
  setResponseHeaders(event, { 'Content-Type': 'image/png', 'Cache-Control': 'no-store' })
  return png
})
