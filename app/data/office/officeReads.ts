import { db } from '../store/db'
import { lastLine } from '../history/lastLine'

/** How this browser was started: with the demo, empty, or not yet. */
export const readStart = async (): Promise<string> => (await db.facts.get('started'))?.value ?? ''

/** When the last recorded act was done, by the clock of the browser that did it. */
export const readLastActAt = async (): Promise<string | undefined> => (await lastLine())?.at
