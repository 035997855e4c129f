import { momentOf } from '#core/base/dates'
import { Acts } from './acts'
import { db } from './db'

const operatorKey = 'violet-lane operator'
/** Who works at this browser; stands in every trail line. */
export const operatorName = (): string => localStorage.getItem(operatorKey) ?? 'Clerk'
export const setOperatorName = (name: string): void => localStorage.setItem(operatorKey, name.trim().slice(0, 60) || 'Clerk')

/** This moment, in the time of the place with its offset. */
export function momentNow(): string {
  const now = new Date()
  return momentOf(now, -now.getTimezoneOffset())
}

/** The acts of this browser, one office for all its tabs. */
export const acts = new Acts(db, navigator.locks, () => ({ at: momentNow(), by: operatorName() }))
