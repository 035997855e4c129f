import type { HandedOver } from '#core/office/settings'
import { db } from '../store/db'
import { HANDED_FACT } from '../backups/backupFact'

/** That this office was handed over, and whether it was done in this browser; undefined where it was not. */
export async function readHandedOver(): Promise<(HandedOver & { fromHere: boolean }) | undefined> {
  const handed = (await db.settings.get('office'))?.handedOver
  return handed && { ...handed, fromHere: (await db.facts.get(HANDED_FACT))?.value === handed.at }
}
/** Notes that it was handed over from this browser: no backup takes that along. */
export async function noteHandedFromHere(): Promise<void> {
  const handed = (await db.settings.get('office'))?.handedOver
  if (handed) await db.facts.put({ name: HANDED_FACT, value: handed.at })
}
