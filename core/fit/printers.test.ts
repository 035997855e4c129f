import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { noDeviation, type Deviation } from './fit'
import { must } from '../base/result'
import {
  addPrinter,
  confirmFit,
  fitsOf,
  saveFit,
  saveMicr,
  micrOf,
  type FitRow,
  type Printer,
} from './printers'

const stamp = (n: number) => ({ at: `2026-11-24T10:00:0${n}Z`, by: 'Test' })
const printer = { id: idOf<'printer'>('p'), name: 'Office laser', trays: ['Tray 1', 'Tray 2'] }
const act = (id: string, deviation: Deviation = noDeviation, tray = 'Tray 1') => ({
  id: idOf<'fit'>(id),
  printerId: printer.id,
  tray,
  stockId: 's',
  deviation,
  how: 'by ruler' as const,
  residual: 0.1,
})
const kept = (id: string, n: number, tray?: string): FitRow => {
  const r = saveFit(act(id, noDeviation, tray), stamp(n))
  if (!r.ok) throw new Error(r.refusal.text)
  return r.value.changes.fits[0]!
}

describe('printers and their fits', () => {
  it('a printer has a name of its own and at least one tray', () => {
    const code = (more: object, have = [printer]) => {
      const r = addPrinter({ printers: have }, { ...printer, id: idOf('q'), ...more })
      return r.ok ? r.value.changes.printers[0] : r.refusal.code
    }
    expect(code({ name: ' office LASER ' })).toBe('printer-taken')
    expect(code({ name: ' ' })).toBe('printer-name')
    expect(code({ name: 'Other', trays: [' ', ''] })).toBe('printer-trays')
    expect(code({ name: ' Other ', trays: ['A', 'A', ' B '] })).toMatchObject({
      name: 'Other',
      trays: ['A', 'B'],
    })
  })
  it('the newest fit of a printer, tray and stock is in use, older ones stay, each knows who and when', () => {
    const rows = [kept('1', 1), kept('2', 3), kept('3', 2), kept('4', 5, 'Tray 2')]
    expect(fitsOf(rows, 'p', 'Tray 1', 's').map(r => r.id)).toEqual(['2', '3', '1'])
    expect(rows[1]).toMatchObject({ madeAt: '2026-11-24T10:00:03Z', by: 'Test', confirmed: null })
    const done = confirmFit({ fit: rows[1]! }, { worst: 0.12 })
    expect(done.ok && done.value.changes.fits[0]).toEqual({ ...rows[1], confirmed: 0.12 })
  })
  it('the MICR line’s width and weight belong to the printer; the standard’s own takes them away', () => {
    const keep = (act: Parameters<typeof saveMicr>[1], of: Printer = printer) =>
      saveMicr({ printer: of }, act, stamp(1))
    expect(keep({ width: 0.955, weight: 'normal', how: 'by eye' })).toMatchObject({
      ok: false,
      refusal: { code: 'micr-width', field: 'width' },
    })
    const kept = must(keep({ width: 0.98, weight: 'heavy', how: 'by scan' })).changes.printers[0]!
    expect(micrOf(kept)).toEqual({ width: 0.98, weight: 'heavy' })
    expect(must(keep({ width: 1, weight: 'normal', how: 'by eye' }, kept)).changes.printers[0]).toEqual(
      printer,
    )
  })
  it('refuses what would only hide a broken printer', () => {
    const code = (d: Partial<Deviation>) => {
      const r = saveFit(act('x', { ...noDeviation, ...d }), stamp(1))
      return r.ok ? 'kept' : r.refusal.code
    }
    expect(code({ shift: { x: 16, y: 0 } })).toBe('fit-shift')
    expect(code({ stretch: { x: 0.93, y: 1 } })).toBe('fit-stretch')
    expect(code({ turn: 3.2 })).toBe('fit-turn')
    expect(code({ shift: { x: Number.NaN, y: 0 } })).toBe('fit-number')
    expect(code({ shift: { x: -10, y: 10 }, stretch: { x: 1.049, y: 0.951 }, turn: 2 })).toBe('kept')
  })
})
