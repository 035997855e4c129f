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
