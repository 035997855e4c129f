import { describe, expect, it } from 'vitest'
import { random } from '../base/random'
import { importKinds, type ImportKind } from './fields'
import { blankImportForm, isReadable, onImportEvent, specOf, type ImportEvent } from './importForm'

const kinds = Object.keys(importKinds) as ImportKind[]
const orders = ['month first', 'day first', undefined] as const
const marks = ['.', ',', undefined] as const

describe('what is decided about a file', () => {
  it('is what the file proves, else what was answered last, and nothing is read while something is asked', () => {
    const r = random(11)
    for (let i = 0; i < 400; i++) {
      let form = blankImportForm(r.one(kinds))
      for (let step = 0; step < 15; step++) {
        const before = form
        const written = { order: orders[r.between(0, 2)], mark: marks[r.between(0, 2)], examples: [] }
        const saved =
          r.next() < 0.5 ? { days: orders[r.between(0, 2)] ?? null, cents: ',' as const } : undefined
        const events: ImportEvent[] = [
          { kind: 'file' },
          { kind: 'columns', headerRow: r.between(0, 3), matching: { name: 0, amount: 1 } },
          {
            kind: 'match',
            field: r.one(['name', 'amount', 'date']),
            column: [0, 1, undefined][r.between(0, 2)],
          },
          { kind: 'written', written, ...(saved && { saved }) },
          { kind: 'answer', answer: { order: 'day first' } },
          { kind: 'control', field: 'amount', text: '1.00' },
        ]
        const event = r.one(events)
        form = onImportEvent(before, event)
        if (event.kind === 'file') expect(form).toEqual(blankImportForm(before.kind))
        if (event.kind === 'match') {
          expect(form.matching[event.field]).toBe(event.column)
          expect(event.field in form.matching).toBe(event.column !== undefined)
        }
        if (event.kind === 'written') {
          if (written.order) expect(form.order).toBe(written.order)
          else expect([form.asksOrder, form.order]).toEqual([true, saved?.days ?? undefined])
          expect(form.mark).toBe(written.mark ?? saved?.cents)
        }
        if (isReadable(form)) expect(specOf(form)).toMatchObject({ order: form.order, mark: form.mark })
        expect(isReadable(form) && (form.order === undefined || form.mark === undefined)).toBe(false)
        if (isReadable(form))
          for (const f of importKinds[form.kind].fields)
            if ('needed' in f) expect(form.matching[f.key]).toBeDefined()
      }
    }
  })
})
