import { momentOf } from '#core/base/dates'

const operatorKey = 'violet-lane operator'
/** Who works at this browser; stands in every trail line. */
export const operatorName = (): string => localStorage.getItem(operatorKey) ?? 'Clerk'
export const setOperatorName = (name: string): void =>
  localStorage.setItem(operatorKey, name.trim().slice(0, 60) || 'Clerk')

/** This moment, in the time of the place with its offset. */
export function momentNow(): string {
  const now = new Date()
  return momentOf(now, -now.getTimezoneOffset())
}
