import { z } from '#core/base/schema'
import { withDots } from '#core/exchange/dots'
import { serverFaces } from './office'
import { openPrintable } from './raster'
import { scanned, sheetCanvas, type Sheet } from './sheetPicture'

/**
 * How a picture is wanted: 100 to 300 dots to the inch; the sheet itself, or a scan of it with the scanner's
 * bed around.
 */
export const pictureQuery = z.object({
  dpi: z.coerce.number().int().min(100).max(300).default(150),
  view: z.enum(['sheet', 'scan']).default('sheet'),
  /** Whether it lies on the glass turned by half. */
  turned: z.enum(['no', 'yes']).default('no'),
})

export type PictureQuery = z.output<typeof pictureQuery>

/** A sheet as PNG, which says how many dots to the inch it has. */
export async function pictureOf(
  { asked, press, pdf, out }: Sheet,
  { dpi, view, turned }: PictureQuery,
): Promise<Uint8Array> {
  const opened = await openPrintable(pdf, Infinity)
  try {
    const sheet = await sheetCanvas(asked, press, opened, out, await serverFaces(), dpi)
    const isTurned = turned === 'yes'
    const seed = out.sheet * 31 + asked.name.length + (isTurned ? 1 : 0)
    const picture = view === 'scan' ? scanned(sheet, dpi, seed, isTurned) : sheet
    return withDots(await picture.encode('png'), dpi)
  } finally {
    await opened.close()
  }
}
