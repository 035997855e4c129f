import { refuse, type Result } from '../../base/result'
import type { ReadFile } from './bankFile'
import { readBai2 } from './bai2'
import { readCamt } from './camt'
import { readOfx } from './ofx'
import type { BankFormat } from '../statement'

/** How much of a file is looked at to know its format. */
const HEAD = 4000

/** The format of a statement file by how it begins; CSV where it is none of the others. */
export function bankFormatOf(text: string): BankFormat {
  const head = text.slice(0, HEAD).trimStart()
  if (/<OFX>/i.test(head) || /^OFXHEADER/i.test(head)) return 'OFX'
  if (/^01,/.test(head)) return 'BAI2'
  return /<(\w+:)?BkToCstmrStmt\b/.test(head) || /camt\.053/.test(head) ? 'camt.053' : 'CSV'
}

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
