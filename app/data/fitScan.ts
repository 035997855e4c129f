import { proxy, transfer, type Remote } from 'comlink'
import { good, type Result } from '#core/base/result'
import { COMPARE_DPI, partsOf } from '#core/fit/checkScan'
import type { Deviation } from '#core/fit/fit'
import type { LadderLine, StepReading } from '#core/fit/ladder'
import type { ScanReading } from '#core/fit/scan'
import type { Drawing } from '#core/proof/marks'
import { inWorker } from './inWorker'
import { firstPageOf, greyOfDrawing } from './makePaper'
import { bitmapOf } from './pictures'
import type { FitApi } from '~/workers/fit.worker'

/** A scan that was read: what it says, and an address of the picture, to be revoked by whoever shows it. */
export interface FitScan {
  readonly reading: ScanReading
  readonly url: string
  readonly w: number
  readonly h: number
}
export interface Size {
  readonly w: number
  readonly h: number
}
type OnStage = (stage: string) => void
/** Dots to the inch at which the page of a PDF scan is looked at, and the most pixels of a side. */
const PDF_DPI = 300
const MOST_SIDE = 5200

const inFitWorker = <T>(work: (remote: Remote<FitApi>) => Promise<T>): Promise<T> =>
  inWorker<FitApi, T>(
    new Worker(new URL('../workers/fit.worker.ts', import.meta.url), { type: 'module' }),
    work,
  )
const bitmapFrom = (file: Blob): Promise<Result<ImageBitmap>> =>
  bitmapOf(file, bytes => firstPageOf(bytes, PDF_DPI, MOST_SIDE))

async function readWith(
  file: Blob,
  read: (remote: Remote<FitApi>, bitmap: ImageBitmap) => Promise<Result<ScanReading>>,
): Promise<Result<FitScan>> {
  const bitmap = await bitmapFrom(file)
  if (!bitmap.ok) return bitmap
  const { width: w, height: h } = bitmap.value
  const canvas = new OffscreenCanvas(Math.round(w / 2), Math.round(h / 2))
  canvas.getContext('2d')?.drawImage(bitmap.value, 0, 0, canvas.width, canvas.height)
  const shown = canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })
  const reading = await inFitWorker(remote => read(remote, transfer(bitmap.value, [bitmap.value])))
  const picture = await shown
  return reading.ok ? good({ reading: reading.value, url: URL.createObjectURL(picture), w, h }) : reading
}

/** Reads the scan or photo of a stock's fit sheet from a file, in a worker. */
export const readFitFile = (
  file: Blob,
  sheet: Size,
  stockId: string,
  onStage: OnStage,
): Promise<Result<FitScan>> =>
  readWith(file, (remote, bitmap) => remote.read(bitmap, sheet, stockId, proxy(onStage)))

/**
 * Reads the scan of a check that was printed: `drawing` is what its sheet was meant to be, `through` the fit
 * it went through.
 */
export async function readCheckFile(
  file: Blob,
  drawing: Drawing,
  through: Deviation | null,
  onStage: OnStage,
): Promise<Result<FitScan>> {
  onStage('Making the print to hold it against')
  const meant = await greyOfDrawing(drawing, COMPARE_DPI)
  return readWith(file, (remote, bitmap) =>
    remote.readCheck(
      bitmap,
      { w: drawing.w, h: drawing.h },
      meant,
      partsOf(drawing),
      through,
      proxy(onStage),
    ),
  )
}

/** Ranks the lines of a scanned ladder sheet, in a worker. */
export async function readLadderFile(
  file: Blob,
  sheet: Size,
  line: LadderLine,
  onStage: OnStage,
): Promise<Result<StepReading[]>> {
  const bitmap = await bitmapFrom(file)
  if (!bitmap.ok) return bitmap
  return inFitWorker(
    async remote =>
      await remote.readLadder(transfer(bitmap.value, [bitmap.value]), sheet, line, proxy(onStage)),
  )
}
