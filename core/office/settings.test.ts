import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { idOf, type Id } from '../base/id'
import { must } from '../base/result'
import type { CheckNumber } from '../numbers/book'
import { perform } from './actTypes'
import { MemoryOffice } from './memory'
import { saveReasons, reasonKinds, type ReasonKind } from './settings'
import { account, drawOf, opened, printed } from './test/office'

const at = (day: string) => ({ at: `${day}T10:00:00.000-05:00`, by: 'Test' })

/** An office with one run, counted off on a day, its PDF kept. */
async function officeWithPaper(counted: string): Promise<{ office: MemoryOffice; runId: Id<'run'> }> {
  const office = new MemoryOffice()
  office.put(opened(10))
  const runId = idOf<'run'>('run')
  must(await perform(office, 'draw', { accountId: account.id, draw: drawOf('p', 500) }, at(counted)))
  const pick = {
    bookId: idOf<'book'>('book'),
    runId,
    paymentIds: [idOf<'payment'>('p')],
    order: 'as drawn' as const,
  }
  must(await perform(office, 'pick', pick, at(counted)))
  must(await perform(office, 'load', { runId, top: 101 as CheckNumber }, at(counted)))
  must(await printed(office, runId, at(counted)))
  const outcomes = new Map([[101 as CheckNumber, { kind: 'good' as const }]])
  must(await perform(office, 'countOff', { runId, outcomes }, at(counted)))
  office.put({ papers: [{ runId, bytes: new Uint8Array([1]), madeAt: at(counted).at }] })
  return { office, runId }
}

describe('what an office sets for itself', () => {
  it('a list of reasons keeps what was meant, once each, or is refused with its reason', () => {
    const kind = fc.constantFrom(...(Object.keys(reasonKinds) as ReasonKind[]))
    const typed = fc.array(fc.oneof(fc.string(), fc.constantFrom('torn', ' torn ', '', 'x'.repeat(121))), {
      maxLength: 30,
    })
    fc.assert(
      fc.property(kind, typed, (id, reasons) => {
        const meant = new Set(reasons.map(r => r.trim()).filter(Boolean))
        const kept = saveReasons({ reasons: ['something else'] }, { id, reasons })
        const fits = meant.size <= 20 && [...meant].every(r => r.length <= 120)
        expect(kept.ok).toBe(fits)
        if (!kept.ok) return
        expect(kept.value.changes.reasonLists).toEqual([{ id, reasons: [...meant] }])
        expect(saveReasons({ reasons: [...meant] }, { id, reasons })).toMatchObject({
          refusal: { code: 'reasons-same' },
        })
      }),
    )
  })

  it('PDFs go when they are old enough, and the trail says whose; nothing else goes with them', async () => {
    const { office, runId } = await officeWithPaper('2026-01-10')
    const before = office.snapshot()
    const release = (day: string) => perform(office, 'discardPdfs', { runIds: [runId] }, at(day))
    expect(await release('2026-12-01')).toMatchObject({ ok: false, refusal: { code: 'papers-kept' } })
    must(await perform(office, 'keepPdfsFor', { days: 30 }, at('2026-01-11')))
    expect(await release('2026-02-09')).toMatchObject({ ok: false, refusal: { code: 'papers-young' } })
    must(await release('2026-02-10'))
    const after = office.snapshot()
    expect(after.papers).toEqual([])
    expect(after.trail.at(-1)).toMatchObject({ act: 'PDFs deleted', about: { removed: `papers ${runId}` } })
    expect({ ...after, papers: [], settings: [], trail: [] }).toEqual({
      ...before,
      papers: [],
      settings: [],
      trail: [],
    })
    expect(await release('2026-02-11')).toMatchObject({ ok: false, refusal: { code: 'papers-none' } })
  })

  it('who works here stands in the trail when it changes', async () => {
    const office = new MemoryOffice()
    const name = (to: string) => perform(office, 'nameOperator', { name: to }, at('2026-01-10'))
    expect(await name('  ')).toMatchObject({ ok: false, refusal: { field: 'name' } })
    expect(await name('Test')).toMatchObject({ ok: false, refusal: { code: 'operator-same' } })
    must(await name('Petra'))
    expect(office.trail.map(l => l.text)).toEqual(['Test is now called Petra.'])
  })

  it('an office that was handed over does nothing until it is taken on, and both stand in the trail', async () => {
    const { office } = await officeWithPaper('2026-01-10')
    const when = at('2026-01-12')
    must(await perform(office, 'keepPdfsFor', { days: 30 }, when))
    expect(await perform(office, 'handOver', { to: ' ' }, when)).toMatchObject({ refusal: { field: 'to' } })
    must(await perform(office, 'handOver', { to: ' Back desk ' }, when))
    const away = office.snapshot()
    const refused = {
      refusal: { code: 'handed-over', text: expect.stringContaining('Back desk on Jan 12, 2026') },
    }
    expect(
      await perform(office, 'draw', { accountId: account.id, draw: drawOf('q', 5) }, when),
    ).toMatchObject(refused)
    expect(await perform(office, 'discardPdfs', { runIds: [] }, when)).toMatchObject(refused)
    expect(await perform(office, 'handOver', { to: 'Third desk' }, when)).toMatchObject(refused)
    expect(office.snapshot()).toEqual(away)
    must(await perform(office, 'continueOffice', { back: false }, at('2026-01-13')))
    expect(await perform(office, 'continueOffice', { back: true }, when)).toMatchObject({
      refusal: { code: 'handed-not' },
    })
    expect(office.snapshot().settings).toEqual([{ id: 'office', keepPapersDays: 30 }])
    expect(office.trail.slice(-2).map(l => `${l.act}: ${l.text}`)).toEqual([
      'Office handed over: Handed the office over to Back desk.',
      'Office taken on: Continued here the office that was handed over to Back desk on Jan 12, 2026.',
    ])
  })
})
