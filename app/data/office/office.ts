import { dayOfMoment, dayText, momentOf, timeOfMoment } from '#core/base/dates'

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

/** A moment in the time of this place with its offset. */
const momentHere = (at: Date): string => momentOf(at, -at.getTimezoneOffset())
/** This moment, in the time of the place with its offset. */
export const momentNow = (): string => momentHere(new Date())

/** A moment that was not written in the time of a place, in that of this one. */
const written = (at: string): string => (at.endsWith('Z') ? momentHere(new Date(at)) : at)
/**
 * A moment as lists tell it: Nov 24, 2026, 10:00 AM, as the clock said where it was done. So it has the day that its
 * entries, filters and papers have, wherever it is read.
 */
export function momentText(at: string, withSeconds = false): string {
  const moment = written(at)
  return `${dayText(dayOfMoment(moment))}, ${timeOfMoment(moment, withSeconds)}`
}
