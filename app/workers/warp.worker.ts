import { expose } from 'comlink'
import type { SnapLines } from '#core/paper/arrange'
import { scanMarks } from '#core/paper/scanMarks'
import type { Projection } from '#core/paper/straighten'
import { greyOf } from '#core/micr/grey'
import { pixelsOf } from './grey'

const api = {
  /**
   * Lays a scan straight: every pixel of a sheet of `w` by `h` mm at so many pixels a millimetre is fetched
   * from where the map sees it. PNG.
   */
  async lay(bitmap: ImageBitmap, map: Projection, w: number, h: number, perMm: number): Promise<Blob> {
    const target = new OffscreenCanvas(Math.round(w * perMm), Math.round(h * perMm))
    const to = target.getContext('2d')
    if (!to) throw new Error('this browser gives workers no canvas')
    const seen = new Uint32Array(pixelsOf(bitmap).data.buffer)
    const out = to.createImageData(target.width, target.height)
    const pixels = new Uint32Array(out.data.buffer)
    const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = map
    for (let y = 0; y < target.height; y++) {
      const my = (y + 0.5) / perMm
      for (let x = 0; x < target.width; x++) {
        // `project`, written out: two million calls would spend their time on objects.
        const mx = (x + 0.5) / perMm
        const w = m6 * mx + m7 * my + m8
        const sx = Math.floor((m0 * mx + m1 * my + m2) / w)
        const sy = Math.floor((m3 * mx + m4 * my + m5) / w)
        pixels[y * target.width + x] =
          sx >= 0 && sy >= 0 && sx < bitmap.width && sy < bitmap.height
            ? seen[sy * bitmap.width + sx]!
            : 0xffffffff
      }
    }
    to.putImageData(out, 0, 0)
    return target.convertToBlob({ type: 'image/png' })
  },

  /** Lines printed on a straightened scan of so many pixels a millimetre, in mm of the sheet. */
  async marks(picture: Blob, perMm: number): Promise<SnapLines> {
    return scanMarks(greyOf(pixelsOf(await createImageBitmap(picture))), perMm)
  },
}
export type WarpApi = typeof api
expose(api)
