import { printer } from '../../practice/office'

/** The trays and the last jobs. */
export default defineEventHandler(() => printer.state())
