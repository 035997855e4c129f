import { proxy, transfer, type Remote } from 'comlink'
import { good, type Result } from '#core/base/result'
import { dotsPerMm } from '#core/exchange/dots'
import { COMPARE_DPI, partsOf } from '#core/fit/checkScan'
import type { Deviation } from '#core/fit/fit'
import type { LadderLine, StepReading } from '#core/fit/ladder'
import type { ScanReading } from '#core/fit/reading'
import type { Drawing } from '#core/proof/marks'
import { inWorker } from '../store/inWorker'
import { firstPageOf, greyOfDrawing } from '../runs/makePaper'
import { bitmapOf } from '../layouts/pictures'
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

/** Does work that is done on pictures of paper, beside the page. */
export const inFitWorker = <T>(work: (remote: Remote<FitApi>) => Promise<T>): Promise<T> =>
  inWorker<FitApi, T>(
    new Worker(new URL('../../workers/fit.worker.ts', import.meta.url), { type: 'module' }),
    work,
  )
/** What a file says of its scale stands in its first bytes. */
const HEAD_BYTES = 65_536
/** The picture in a file, and how many dots to the mm it says it has. */
export async function pictureIn(
  file: Blob,
): Promise<Result<{ bitmap: ImageBitmap; perMm: number | undefined }>> {
  let source = file
  const bitmap = await bitmapOf(file, async bytes => {
    source = await firstPageOf(bytes, PDF_DPI, MOST_SIDE)
    return source
  })
  if (!bitmap.ok) return bitmap
  const head = new Uint8Array(await source.slice(0, HEAD_BYTES).arrayBuffer())
  return good({ bitmap: bitmap.value, perMm: dotsPerMm(head) })
}

type ReadBy = (
  remote: Remote<FitApi>,
  bitmap: ImageBitmap,
  perMm: number | undefined,
) => Promise<Result<ScanReading>>
async function readWith(file: Blob, read: ReadBy): Promise<Result<FitScan>> {
  const picture = await pictureIn(file)
  if (!picture.ok) return picture
  const { bitmap, perMm } = picture.value
  const { width: w, height: h } = bitmap
  const canvas = new OffscreenCanvas(Math.round(w / 2), Math.round(h / 2))
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  const shown = canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })
  const reading = await inFitWorker(remote => read(remote, transfer(bitmap, [bitmap]), perMm))
  const small = await shown
  return reading.ok ? good({ reading: reading.value, url: URL.createObjectURL(small), w, h }) : reading
}

/** Reads the scan or photo of a stock's fit sheet from a file, in a worker. */
export const readFitFile = (
  file: Blob,
  sheet: Size,
  stockId: string,
  onStage: OnStage,
): Promise<Result<FitScan>> =>
  readWith(file, (remote, bitmap, perMm) => remote.read(bitmap, sheet, stockId, perMm, proxy(onStage)))

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
  onStage('Preparing the comparison')
  const meant = await greyOfDrawing(drawing, COMPARE_DPI)
  return readWith(file, (remote, bitmap, perMm) =>
    remote.readCheck(
      bitmap,
      { w: drawing.w, h: drawing.h },
      meant,
      partsOf(drawing),
      through,
      perMm,
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
  const picture = await pictureIn(file)
  if (!picture.ok) return picture
  const { bitmap } = picture.value
  return inFitWorker(
    async remote => await remote.readLadder(transfer(bitmap, [bitmap]), sheet, line, proxy(onStage)),
  )
}
