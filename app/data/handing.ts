import type { HandedOver } from '#core/office/settings'
import { db } from './db'

const handedKey = 'violet-lane handed over'

/** That this office was handed over, and whether it was done in this browser; undefined where it was not. */
export async function readHandedOver(): Promise<(HandedOver & { fromHere: boolean }) | undefined> {
  const handed = (await db.settings.get('office'))?.handedOver
  return handed && { ...handed, fromHere: localStorage.getItem(handedKey) === handed.at }
}
/** Notes, in this browser alone, that it was handed over from here: the file that goes there does not say so. */
export async function noteHandedFromHere(): Promise<void> {
  const handed = (await db.settings.get('office'))?.handedOver
  if (handed) localStorage.setItem(handedKey, handed.at)
}
