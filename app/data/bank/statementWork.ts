import { decodeText } from '#core/exchange/cells'
import { good, type Result } from '#core/base/result'
import type { ReadFile } from '#core/bank/read/bankFile'
import { bankFormatOf } from '#core/bank/read/bankFormat'
import { readBankFile } from '#core/bank/read/readBankFile'

/** Reads statement files in a worker: a large file does not hold the page up. */
export const statementWork = {
  /** Reads a statement; nothing where it is a table, whose columns must be chosen first. */
  read(bytes: Uint8Array): Result<ReadFile | undefined> {
    // A workbook is a zip.
    if (bytes[0] === 0x50 && bytes[1] === 0x4b) return good(undefined)
    const decoded = decodeText(bytes)
    if (!decoded.ok) return decoded
    return bankFormatOf(decoded.value.text) === 'CSV' ? good(undefined) : readBankFile(decoded.value.text)
  },
}
export type StatementApi = typeof statementWork
