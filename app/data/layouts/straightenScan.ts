import { transfer, type Remote } from 'comlink'
import type { SnapLines } from '#core/paper/arrange'
import type { Projection } from '#core/paper/straighten'
import { inWorker } from '../store/inWorker'
import type { WarpApi } from '~/workers/warp.worker'

/** Pixels a millimetre at which a straightened scan is kept: about 150 dots to the inch. */
const PER_MM = 6

const inWarpWorker = <T>(work: (remote: Remote<WarpApi>) => Promise<T>): Promise<T> =>
  inWorker<WarpApi, T>(
    new Worker(new URL('../../workers/warp.worker.ts', import.meta.url), { type: 'module' }),
    work,
  )

/** Lays a scan straight on a sheet of that size, in a worker. The bitmap is given away. */
export const straightenScan = (
  bitmap: ImageBitmap,
  map: Projection,
  sheet: { w: number; h: number },
): Promise<Blob> =>
  inWarpWorker(remote => remote.lay(transfer(bitmap, [bitmap]), map, sheet.w, sheet.h, PER_MM))

/** Lines that a kept scan shows: what fields may snap to. */
export const marksOfScan = (picture: Blob): Promise<SnapLines> =>
  inWarpWorker(remote => remote.marks(picture, PER_MM))
