import { transfer } from 'comlink'
import type { Result } from '#core/base/result'
import type { Stock } from '#core/paper/stock'
import type { SeenCheck } from '#core/practice/accountLine'
import type { AccountFacts } from '#core/proof/facts'
import { inFitWorker, pictureIn } from '../fit/fitScan'

/** Reads the MICR lines of the checks in a picture or scanned PDF, in a worker. */
export async function readChecksFile(
  file: Blob,
  stock: Stock,
  facts: AccountFacts,
): Promise<Result<SeenCheck[]>> {
  const picture = await pictureIn(file)
  if (!picture.ok) return picture
  const { bitmap } = picture.value
  return inFitWorker(async remote => await remote.readChecks(transfer(bitmap, [bitmap]), stock, facts))
}
