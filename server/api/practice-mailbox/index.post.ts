import { bodyOf } from '../../practice/body'
import { deskOf } from '../../practice/desk'
import { MOST_MAIL_BYTES } from '../../practice/mailbox'
import { ownPagesOnly, refuseRequest } from '../../practice/office'

/** Takes a message in, as it would go to a mail server. */
export default defineEventHandler(async event => {
  ownPagesOnly(event)
  const { mailbox } = deskOf(event)
  const taken = await mailbox.take(new Uint8Array(await bodyOf(event, MOST_MAIL_BYTES)))
  return taken ?? refuseRequest(422, 'This is not an e-mail with a sender and a recipient')
})
