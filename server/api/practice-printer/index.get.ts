import { deskOf } from '../../practice/desk'

/** The trays and the last jobs. */
export default defineEventHandler(event => deskOf(event).printer.state())
