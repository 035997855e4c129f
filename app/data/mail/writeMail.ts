import { createMimeMessage } from 'mimetext/browser'
import type { MailWords } from '#core/mail/mail'

/** Bytes as base64, a piece at a time: all at once is more than a call may take. */
function base64(bytes: Uint8Array): string {
  const PIECE = 30_000
  let text = ''
  for (let at = 0; at < bytes.length; at += PIECE)
    text += String.fromCharCode(...bytes.subarray(at, at + PIECE))
  return btoa(text).replaceAll(/.{76}/g, '$&\r\n')
}

/** A message with a PDF as RFC 5322 writes it: an `.eml` file that any mail program opens. */
export function writeMail(
  { to, subject, text }: MailWords,
  from: { readonly name: string; readonly address: string },
  pdf: { readonly name: string; readonly bytes: Uint8Array },
): string {
  const message = createMimeMessage()
  message.setSender({ name: from.name.replaceAll('"', "'"), addr: from.address })
  message.setTo(to)
  // A subject is one line.
  message.setSubject(subject.replaceAll(/[\r\n]+/g, ' '))
  message.addMessage({ contentType: 'text/plain', data: text.replaceAll(/\r?\n/g, '\r\n') })
  message.addAttachment({ filename: pdf.name, contentType: 'application/pdf', data: base64(pdf.bytes) })
  return message.asRaw()
}
