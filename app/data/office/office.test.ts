import { afterEach, expect, it, vi } from 'vitest'
import { addDays, byMoment, dayOfMoment } from '#core/base/dates'
import { localToday } from '~/stores/office'
import { workbookOf } from '../files/workbook'
import { openWorkbook } from '#core/exchange/workbook'
import { momentNow, momentText } from './office'

vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined })
afterEach(() => {
  vi.useRealTimers()
  delete process.env.TZ
})
const zones = ['Pacific/Kiritimati', 'Pacific/Pago_Pago', 'America/New_York', 'Asia/Kolkata', 'UTC']
const moments = [
  '2026-12-31T23:59:59.999Z',
  '2027-01-01T00:00:00.000Z',
  // New York puts its clocks forward and back: the hour before and the hour after.
  ...['2026-03-08T06:59:59Z', '2026-03-08T07:00:00Z', '2026-11-01T05:59:59Z', '2026-11-01T06:00:00Z'],
  ...['2026-11-01T10:30:00Z', '2026-02-28T10:00:00Z', '2028-02-29T11:59:00Z', '2026-06-30T12:00:00Z'],
]
const texts = (zone: string, at: string): Record<string, string> => {
  const format = { timeZone: zone, dateStyle: 'medium', timeStyle: 'short' } as const
  return {
    day: new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(new Date(at)),
    // A narrow space stands before AM and PM there.
    text: new Intl.DateTimeFormat('en-US', format).format(new Date(at)).replaceAll(/\s/g, ' '),
  }
}

it('in every zone, at every change of the clocks, a day is the same on screens, in the trail, in filters and in workbooks', async () => {
  for (const zone of zones) {
    process.env.TZ = zone
    for (const at of moments) {
      vi.useFakeTimers({ now: new Date(at), toFake: ['Date'] })
      const { day, text } = texts(zone, at)
      const written = momentNow()
      expect(Date.parse(written), `${zone} ${at}`).toBe(Date.parse(at))
      expect([dayOfMoment(written), localToday(), momentText(written), momentText(at)]).toEqual([
        day,
        day,
        text,
        text,
      ])
      // Read anywhere else, it is the day it was.
      for (const other of zones) {
        process.env.TZ = other
        expect([dayOfMoment(written), momentText(written)]).toEqual([day, text])
      }
      process.env.TZ = zone
      expect(addDays(addDays(localToday(), 400), -400)).toBe(day)
      vi.useRealTimers()
      const columns = [{ key: 'day', title: 'Day', holds: 'day' }] as never
      const book = openWorkbook(await workbookOf({ name: 'days', columns, rows: [[day]] } as never))
      if (!book.ok) throw new Error(book.refusal.text)
      expect(JSON.stringify(book.value.read(0))).toContain(day!)
    }
  }
})

it('a clock that was set back puts a later act before an earlier one by its time, and never by its line', () => {
  const moment = (at: string, zone: string): string => {
    process.env.TZ = zone
    vi.useFakeTimers({ now: new Date(at), toFake: ['Date'] })
    return momentNow()
  }
  const first = moment('2026-11-01T05:30:00Z', 'America/New_York')
  const second = moment('2026-11-01T06:10:00Z', 'America/New_York')
  // On the wall the second is earlier: 1:30 before the change, 1:10 after it.
  expect([momentText(first), momentText(second)]).toEqual(['Nov 1, 2026, 1:30 AM', 'Nov 1, 2026, 1:10 AM'])
  expect(byMoment(first, second)).toBeLessThan(0)
  expect(first > second).toBe(true)
})
