import { randomUUID } from 'node:crypto'
import PostalMime from 'postal-mime'
import type { PracticeMail } from '#core/practice/mail'

/** How much one message, and all that are kept, may take up. */
export const MOST_MAIL_BYTES = 3_000_000
const MOST_MAILS = 200
const MOST_KEPT_BYTES = 40_000_000

interface Kept {
  readonly id: string
  readonly raw: Uint8Array
  readonly read: PracticeMail
}

/** The practice mailbox: takes messages as a mail server does, keeps the last ones, sends nothing on. */
export class PracticeMailbox {
  private kept: Kept[] = []

  get bytes(): number {
    return this.kept.reduce((sum, m) => sum + m.raw.length, 0)
  }
  /** Takes a message in, read by another library than the one that wrote it. Undefined where it is none. */
  async take(raw: Uint8Array): Promise<PracticeMail | undefined> {
    const mail = await PostalMime.parse(raw)
    const [to] = mail.to ?? []
    if (!to?.address || !mail.from?.address) return undefined
    const id = randomUUID()
    const read: PracticeMail = {
      ...{ id, from: mail.from.address, to: to.address, subject: mail.subject ?? '' },
      ...{ text: mail.text ?? '', at: new Date().toISOString() },
      attachments: mail.attachments.map((a, at) => ({
        ...{ at, name: a.filename ?? 'attachment', type: a.mimeType },
        bytes: a.content instanceof ArrayBuffer ? a.content.byteLength : a.content.length,
      })),
    }
    this.kept = [{ id, raw, read }, ...this.kept].slice(0, MOST_MAILS)
    while (this.kept.length > 1 && this.bytes > MOST_KEPT_BYTES) this.kept.pop()
    return read
  }
  get mails(): readonly PracticeMail[] {
    return this.kept.map(m => m.read)
  }
  /** An attachment of a message that is here. */
  async attachment(id: string, at: number): Promise<{ name: string; bytes: Uint8Array } | undefined> {
    const kept = this.kept.find(m => m.id === id)
    const found = kept && (await PostalMime.parse(kept.raw)).attachments[at]
    if (!found || typeof found.content === 'string') return undefined
    return { name: found.filename ?? 'attachment', bytes: new Uint8Array(found.content as ArrayBuffer) }
  }
}
