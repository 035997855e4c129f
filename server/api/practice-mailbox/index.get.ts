import { deskOf } from '../../practice/desk'

/** The messages in the practice mailbox, the newest first. */
export default defineEventHandler(event => deskOf(event).mailbox.mails)
