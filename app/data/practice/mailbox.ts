import type { Result } from '#core/base/result'
import type { PracticeMail } from '#core/practice/mail'
import { askStandIn } from './ask'

const BASE = '/api/practice-mailbox'
const NAME = 'practice mailbox'

export const practiceMails = (): Promise<Result<PracticeMail[]>> => askStandIn(NAME, BASE)
/** Sends a message to the practice mailbox. */
export const sendToMailbox = (message: string): Promise<Result<PracticeMail>> =>
  askStandIn(NAME, BASE, { method: 'POST', headers: { 'Content-Type': 'message/rfc822' }, body: message })
/** Address of an attachment. */
export const attachmentUrl = (mail: string, at: number): string => `${BASE}/${mail}/${at}`
