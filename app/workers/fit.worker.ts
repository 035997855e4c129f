import { expose } from 'comlink'
import type { Result } from '#core/base/result'
import { readFitScan, type ScanReading } from '#core/fit/scan'

const api = {
  /** Reads the scan of a fit sheet of that size in mm. */
  read(bitmap: ImageBitmap, w: number, h: number): Result<ScanReading> {
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
    const context = canvas.getContext('2d', { willReadFrequently: true })
    if (!context) throw new Error('this browser gives workers no canvas')
    context.drawImage(bitmap, 0, 0)
    const { data, width, height } = context.getImageData(0, 0, bitmap.width, bitmap.height)
    const grey = new Uint8Array(width * height)
    for (let i = 0; i < grey.length; i++) grey[i] = (data[4 * i]! * 77 + data[4 * i + 1]! * 151 + data[4 * i + 2]! * 28) >> 8
    return readFitScan({ w: width, h: height, data: grey }, w, h)
  },
}
export type FitApi = typeof api
expose(api)
