import { typedDate, type PlainDate } from '#core/base/dates'
import { localToday } from '~/stores/office'

/** A day as typed, or blank for no limit; blank as well where it cannot be read, with the fault. */
export function dayTyped(text: string): { readonly day: PlainDate | ''; readonly fault: string } {
  if (!text.trim()) return { day: '', fault: '' }
  const read = typedDate(text, localToday())
  return read.ok ? { day: read.value, fault: '' } : { day: '', fault: read.refusal.text }
}
