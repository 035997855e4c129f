import { transfer, wrap } from 'comlink'
import type { Result } from '#core/base/result'
import type { ScanReading } from '#core/fit/scan'
import { firstPageOf } from './makePaper'
import { bitmapOf } from './pictures'
import type { FitApi } from '~/workers/fit.worker'

export interface FitScan { readonly reading: ScanReading, readonly url: string, readonly w: number, readonly h: number }

/** Reads the scan or photo of a fit sheet from a file, in a worker; gives what was found and an address of the picture, to be revoked by whoever shows it. */
export async function readFitFile(file: Blob, w: number, h: number): Promise<Result<FitScan>> {
  const bitmap = await bitmapOf(file, bytes => firstPageOf(bytes, 200, 4000))
  if (!bitmap.ok) return bitmap
  const { width, height } = bitmap.value
  const canvas = new OffscreenCanvas(Math.round(width / 2), Math.round(height / 2))
  canvas.getContext('2d')?.drawImage(bitmap.value, 0, 0, canvas.width, canvas.height)
  const picture = await canvas.convertToBlob({ type: 'image/png' })
  const worker = new Worker(new URL('../workers/fit.worker.ts', import.meta.url), { type: 'module' })
  try {
    const read = await wrap<FitApi>(worker).read(transfer(bitmap.value, [bitmap.value]), w, h)
    return read.ok ? { ok: true, value: { reading: read.value, url: URL.createObjectURL(picture), w: width, h: height } } : read
  }
  finally {
    worker.terminate()
  }
}
