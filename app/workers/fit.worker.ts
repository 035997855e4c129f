import { expose } from 'comlink'
import type { Result } from '#core/base/result'
import { readCheckScan } from '#core/fit/checkScan'
import type { Deviation } from '#core/fit/fit'
import { readLadder, type LadderLine, type StepReading } from '#core/fit/ladder'
import type { ScanReading } from '#core/fit/reading'
import { readFitScan } from '#core/fit/scan'
import type { GreyImage } from '#core/micr/darkness'
import type { Box } from '#core/paper/length'
import type { Stock } from '#core/paper/stock'
import type { SeenCheck } from '#core/practice/accountLine'
import { checksInPicture } from '#core/practice/pictureChecks'
import type { AccountFacts } from '#core/proof/facts'
import { greyOf } from '#core/micr/grey'
import { pixelsOf } from './grey'

interface Size {
  readonly w: number
  readonly h: number
}
type OnStage = (stage: string) => void
const greyOfBitmap = (bitmap: ImageBitmap, onStage: OnStage): GreyImage => {
  onStage('Reading the picture')
  const grey = greyOf(pixelsOf(bitmap))
  onStage('Finding the paper and the marks')
  return grey
}

const api = {
  /** Reads the scan of a stock's fit sheet. */
  read: (
    bitmap: ImageBitmap,
    sheet: Size,
    stockId: string,
    perMm: number | undefined,
    onStage: OnStage,
  ): Result<ScanReading> => readFitScan(greyOfBitmap(bitmap, onStage), sheet, stockId, perMm),
  /** Reads the scan of a printed check against what it was meant to be. */
  readCheck: (
    bitmap: ImageBitmap,
    sheet: Size,
    meant: GreyImage,
    parts: readonly Box[],
    through: Deviation | null,
    perMm: number | undefined,
    onStage: OnStage,
  ): Result<ScanReading> => readCheckScan(greyOfBitmap(bitmap, onStage), sheet, meant, parts, through, perMm),
  /** Reads the MICR lines of an account's checks. */
  readChecks: (bitmap: ImageBitmap, stock: Stock, facts: AccountFacts): Result<SeenCheck[]> =>
    checksInPicture(greyOf(pixelsOf(bitmap)), stock, facts),
  /** Ranks the lines of a scanned ladder sheet. */
  readLadder: (bitmap: ImageBitmap, sheet: Size, line: LadderLine, onStage: OnStage): Result<StepReading[]> =>
    readLadder(greyOfBitmap(bitmap, onStage), sheet, line),
}
export type FitApi = typeof api
expose(api)
