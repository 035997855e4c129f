import fc from 'fast-check'
import { expect, it } from 'vitest'
import { addDays, plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import type { Company } from './account'
import { closePeriod } from './closePeriod'
import { nextJournal, exportJournal } from './exportJournal'

const day = (text: string) => must(plainDate(text))
const today = day('2026-11-24')

it('the journal of a closed period goes out once: days follow on one another, and stay closed', () => {
  const act = fc.tuple(fc.boolean(), fc.integer({ min: 0, max: 320 }))
  fc.assert(
    fc.property(fc.array(act, { maxLength: 12 }), acts => {
      let now: Company = { id: idOf('c'), name: ['Co'], address: [] }
      let sent = ''
      for (const [close, n] of acts) {
        const through = addDays(day('2026-01-01'), n)
        const next = nextJournal(now, through)
        const done = close
          ? closePeriod({ company: now, today }, { through })
          : exportJournal(now, { through })
        expect(done.ok).toBe(
          close ? through >= sent && through < today : through <= (now.closedThrough ?? '') && through > sent,
        )
        if (!done.ok) continue
        now = done.value.changes.companies[0]!
        if (close) continue
        expect(next.from).toBe(sent ? addDays(day(sent), 1) : undefined)
        sent = through
      }
      const reopened = closePeriod({ company: now, today }, { through: null })
      expect(reopened.ok).toBe(sent === '')
    }),
  )
})
