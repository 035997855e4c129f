import { transfer, wrap } from 'comlink'
import type { Projection } from '#core/paper/straighten'
import type { WarpApi } from '~/workers/warp.worker'

/** Pixels a millimetre at which a straightened scan is kept: about 150 dots to the inch. */
const PER_MM = 6

/** Lays a scan straight on a sheet of that size, in a worker. The bitmap is given away. */
export async function straightenScan(bitmap: ImageBitmap, map: Projection, sheet: { w: number, h: number }): Promise<Blob> {
  const worker = new Worker(new URL('../workers/warp.worker.ts', import.meta.url), { type: 'module' })
  try {
    return await wrap<WarpApi>(worker).lay(transfer(bitmap, [bitmap]), map, sheet.w, sheet.h, PER_MM)
  }
  finally {
    worker.terminate()
  }
}
