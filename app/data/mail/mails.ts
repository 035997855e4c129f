import { strToU8, zipSync } from 'fflate'
import type { Payment } from '#core/payments/payment'
import type { NumberRow } from '#core/numbers/book'
import { adviceWords } from '#core/mail/mail'
import { remittance, type AdviceKind } from '#core/reports/remittance'
import { listPdf } from '../runs/listPaper'
import { fileTypes, saveBlob, saveText } from '../files/fileOut'
import type { AccountView } from '../accounts/accountReads'
import { writeMail } from './writeMail'

/** An advice to be mailed: of which payment, carried by which number, to whom. */
export interface Mailing {
  readonly kind: AdviceKind
  readonly payment: Payment
  readonly row: NumberRow | undefined
  readonly to: string
}
/** A message that is ready to be saved or sent. */
export interface ReadyMail {
  readonly mailing: Mailing
  readonly name: string
  readonly raw: string
}

/** Names of files hold no more than letters, digits, dots and dashes. */
const plainName = (text: string): string => text.replaceAll(/[^\p{L}\p{N}.-]+/gu, '-').slice(0, 60)

/** Makes the message of an advice, with its PDF. */
export async function makeMail(mailing: Mailing, view: AccountView, from: string): Promise<ReadyMail> {
  const { kind, payment, row, to } = mailing
  const paper = remittance(kind, payment, row, view.facts)
  const bytes = await listPdf(paper)
  const about = row ? String(row.number) : payment.date
  const raw = writeMail(
    adviceWords(kind, payment, row, view.facts, to),
    { name: view.company.name[0] ?? '', address: from },
    { name: `${kind}-${about}.pdf`, bytes },
  )
  return { mailing, raw, name: `${kind}-${about}-${plainName(payment.name)}.eml` }
}

/** Saves messages for one’s own mail program: one as it is, several in a zip. */
export function saveMails(mails: readonly ReadyMail[]): void {
  const [first, ...others] = mails
  if (!first) return
  if (!others.length) return saveText(first.raw, first.name, fileTypes.eml)
  const files = Object.fromEntries(mails.map((m, i) => [`${i + 1}-${m.name}`, strToU8(m.raw)]))
  saveBlob(new Blob([zipSync(files) as BlobPart], { type: 'application/zip' }), 'advices.zip')
}
