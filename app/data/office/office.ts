import { momentOf } from '#core/base/dates'

const operatorKey = 'violet-lane operator'
/** Who works at this browser; stands in every trail line. */
export const operatorName = (): string => localStorage.getItem(operatorKey) ?? 'Clerk'
export const setOperatorName = (name: string): void =>
  localStorage.setItem(
    operatorKey,
    name
      .replaceAll(/[\p{Cf}\p{Cc}]/gu, '')
      .trim()
      .slice(0, 60) || 'Clerk',
  )

/** A moment as lists tell it, in the time of this place: Nov 24, 2026, 10:00 AM. */
export const momentText = (at: string): string =>
  new Date(at).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' })

/** This moment, in the time of the place with its offset. */
export function momentNow(): string {
  const now = new Date()
  return momentOf(now, -now.getTimezoneOffset())
}
