import { Zip, ZipPassThrough } from 'fflate'
import { pictureQuery } from '../../../../practice/pictures'
import { sheetOf } from '../../../../practice/sheets'
import { deskOf } from '../../../../practice/desk'
import { drawing } from '../../../../practice/drawing/drawing'
import { checked, refuseRequest } from '../../../../practice/office'

/**
 * All sheets that are out as one zip of PNG pictures, sheet by sheet as they are made; the names say how they
 * lie in the tray.
 */
export default defineEventHandler(event => {
  const how = checked(pictureQuery, getQuery(event))
  const { printer } = deskOf(event)
  const id = getRouterParam(event, 'id') ?? ''
  const report =
    printer.report(id) ??
    refuseRequest(404, 'The practice printer no longer has this job. It keeps the last 20')
  const sheets = report.sheets.map(s => sheetOf(printer, id, s.sheet))
  setResponseHeaders(event, {
    'Content-Type': 'application/zip',
    'Content-Disposition': 'attachment; filename="tray.zip"',
    'Cache-Control': 'no-store',
  })
  return new ReadableStream<Uint8Array>({
    async start(controller) {
      const zip = new Zip((error, chunk, last) => {
        if (error) controller.error(error)
        else {
          controller.enqueue(chunk)
          if (last) controller.close()
        }
      })
      for (const [index, sheet] of sheets.entries()) {
        // PNG is packed already.
        const file = new ZipPassThrough(`${String(index + 1).padStart(4, '0')}-sheet-${sheet.out.sheet}.png`)
        zip.add(file)
        file.push(await (await drawing()).picture(sheet, how), true)
      }
      zip.end()
    },
  })
})
