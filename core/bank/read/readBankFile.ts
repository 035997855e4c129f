import { refuse, type Result } from '../../base/result'
import type { ReadFile } from './bankFile'
import { readBai2 } from './bai2'
import { bankFormatOf } from './bankFormat'
import { readCamt } from './camt'
import { readOfx } from './ofx'

/** Reads a statement in one of the banks' own formats. CSV is refused: its columns must be chosen first. */
export function readBankFile(text: string): Result<ReadFile> {
  switch (bankFormatOf(text)) {
    case 'OFX':
      return readOfx(text)
    case 'camt.053':
      return readCamt(text)
    case 'BAI2':
      return readBai2(text)
    case 'CSV':
      return refuse('statement-csv', 'This is not a statement in OFX, camt.053 or BAI2', { field: 'file' })
  }
}
