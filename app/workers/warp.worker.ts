import { expose } from 'comlink'
import { project, type Projection } from '#core/paper/straighten'

const api = {
  /** Lays a scan straight: every pixel of a sheet of `w` by `h` mm at so many pixels a millimetre is fetched from where the map sees it. PNG. */
  async lay(bitmap: ImageBitmap, map: Projection, w: number, h: number, perMm: number): Promise<Blob> {
    const source = new OffscreenCanvas(bitmap.width, bitmap.height)
    const from = source.getContext('2d', { willReadFrequently: true })
    const target = new OffscreenCanvas(Math.round(w * perMm), Math.round(h * perMm))
    const to = target.getContext('2d')
    if (!from || !to) throw new Error('this browser gives workers no canvas')
    from.drawImage(bitmap, 0, 0)
    const seen = new Uint32Array(from.getImageData(0, 0, bitmap.width, bitmap.height).data.buffer)
    const out = to.createImageData(target.width, target.height)
    const pixels = new Uint32Array(out.data.buffer)
    for (let y = 0; y < target.height; y++) {
      for (let x = 0; x < target.width; x++) {
        const p = project(map, { x: (x + 0.5) / perMm, y: (y + 0.5) / perMm })
        const [sx, sy] = [Math.floor(p.x), Math.floor(p.y)]
        pixels[y * target.width + x] = sx >= 0 && sy >= 0 && sx < bitmap.width && sy < bitmap.height ? seen[sy * bitmap.width + sx]! : 0xffffffff
      }
    }
    to.putImageData(out, 0, 0)
    return target.convertToBlob({ type: 'image/png' })
  },
}
export type WarpApi = typeof api
expose(api)
