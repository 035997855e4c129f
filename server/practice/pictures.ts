import { z } from '#core/base/schema'
import { printer, refuseRequest, serverFaces } from './office'
import { openPrintable } from './raster'
import { scanned, sheetCanvas } from './sheetPicture'

/**
 * How a picture is wanted: 100 to 300 dots to the inch; the sheet itself, or a scan of it with the scanner's
 * bed around.
 */
export const pictureQuery = z.object({
  dpi: z.coerce.number().int().min(100).max(300).default(150),
  view: z.enum(['sheet', 'scan']).default('sheet'),
})

type Sheet = NonNullable<ReturnType<typeof printer.sheet>>
/** A sheet that is out, or a refusal. */
export const sheetOf = (id: string, sheet: number): Sheet =>
  printer.sheet(id, sheet) ??
  refuseRequest(404, 'this sheet is not out, or the practice printer no longer has the job')

/** A sheet as PNG. */
export async function pictureOf(
  { told, press, pdf, out }: Sheet,
  dpi: number,
  view: 'sheet' | 'scan',
): Promise<Buffer> {
  const opened = await openPrintable(pdf, Infinity)
  try {
    const sheet = await sheetCanvas(told, press, opened, out, await serverFaces(), dpi)
    return await (view === 'scan' ? scanned(sheet, dpi, out.sheet * 31 + told.name.length) : sheet).encode(
      'png',
    )
  } finally {
    await opened.close()
  }
}
