import { randomUUID } from 'node:crypto'
import { getCookie, setCookie, type H3Event } from 'h3'
import { PracticeBank } from './bank'
import { PracticeMailbox } from './mailbox'
import { PracticePrinter } from './printer'

/** The stand-ins of one browser: nobody else's jobs, sheets, accounts and mail are in them. */
export interface Desk {
  readonly printer: PracticePrinter
  readonly bank: PracticeBank
  readonly mailbox: PracticeMailbox
}

const COOKIE = 'violet-lane-desk'
/** Desks that are kept, and the bytes that all of them may hold together. */
const MOST_DESKS = 40
const MOST_BYTES = 256_000_000
const desks = new Map<string, Desk>()

/** The desks used longest ago go, while there are too many of them or they hold too much. */
function makeRoom(): void {
  const held = (): number =>
    [...desks.values()].reduce((sum, d) => sum + d.printer.bytes + d.mailbox.bytes, 0)
  while (desks.size > MOST_DESKS || (desks.size > 1 && held() > MOST_BYTES)) {
    const [oldest] = desks.keys()
    desks.delete(oldest!)
  }
}

const emptyDesk = (): Desk => ({
  printer: new PracticePrinter(),
  bank: new PracticeBank(),
  mailbox: new PracticeMailbox(),
})

/**
 * The desk of the browser that asks: known by a key that nobody can guess, in a cookie that no script and no other
 * site can read or send. Who only looks and has none sees an empty one, which is not kept: looking never takes the
 * place of somebody's desk.
 */
export function deskOf(event: H3Event): Desk {
  const given = getCookie(event, COOKIE)
  const known = given ? desks.get(given) : undefined
  if (!known && event.method === 'GET') return emptyDesk()
  const key = known && given ? given : randomUUID()
  const desk = known ?? emptyDesk()
  // The one used last is last.
  desks.delete(key)
  desks.set(key, desk)
  makeRoom()
  if (!known) setCookie(event, COOKIE, key, { httpOnly: true, sameSite: 'strict', path: '/api' })
  return desk
}
