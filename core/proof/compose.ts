import { figures } from '../money/figures'
import { sum } from '../money/cents'
import type { Field, Layout } from '../paper/layout'
import type { Mm } from '../paper/length'
import { carries, checksPerSheet, panelOf, type Panel, type Stock } from '../paper/stock'
import { say } from './captions'
import { continuationSheets } from './continuation'
import { overlayMarks } from './extras'
import type { AccountFacts, CheckFacts } from './facts'
import { layoutNotes } from './layoutNotes'
import type { Drawing, Layer, Mark } from './marks'
import { error, type Note } from './note'
import { printsOn, setOwn, setStanding } from './setField'

/**
 * One side of a sheet with what is to be said about the checks on it. `carried` shows what the stock already
 * carries: for the eye, never for the printer.
 */
interface SheetProof {
  readonly drawing: Drawing
  readonly carried: readonly Mark[]
  readonly notes: readonly Note[]
  /** Sheets on plain paper with the stub lines that had no room. */
  readonly continued: readonly Drawing[]
}

/** A layout made ready for one account: what does not change from check to check is set once. */
export interface Proofer {
  /** What is wrong with the layout itself, whatever the check. */
  readonly notes: readonly Note[]
  readonly perSheet: number
  /**
   * Sets the checks of one sheet, by place; `null` leaves a place empty. `stamp` lies over every panel:
   * SAMPLE, VOID.
   */
  sheet(checks: readonly (CheckFacts | null)[], stamp?: string): SheetProof
}

interface Placed {
  readonly field: Field
  readonly panel: Panel
  readonly carried: boolean
}
const STAMP_DARKNESS = 14

/** How much of a table's lines stand on the stub: those left go to a continuation sheet. */
function remaindersOf(
  placed: readonly Placed[],
  layout: Layout,
  stock: Stock,
  account: AccountFacts,
  check: CheckFacts,
  shownOf: ReadonlyMap<string, number>,
): Drawing[] {
  return placed.flatMap(({ field }) => {
    const shown = shownOf.get(field.id)
    if (
      field.kind !== 'stubTable' ||
      field.overflow !== 'sheet' ||
      shown === undefined ||
      shown >= check.lines.length
    )
      return []
    return continuationSheets({ field, check, lines: check.lines.slice(shown) }, layout, stock, account)
  })
}

/**
 * Makes a layout ready to set checks of one account on one stock. Setting is pure: the same facts give the
 * same drawing.
 * What does not fit is in the notes; nothing is ever cut. `edge` is how near to the sheet's edges the printer
 * prints, where it is known.
 */
export function proofer(layout: Layout, stock: Stock, account: AccountFacts, edge?: Mm): Proofer {
  const setting = { layout, account }
  const on = layout.fields.filter(f => f.on)
  const perSheet = checksPerSheet(stock)
  const notes = layoutNotes(layout, stock, account, edge)
  const places = Array.from({ length: perSheet }, (_, i) => {
    const placed = on.flatMap((field): Placed[] => {
      const panel = panelOf(stock, field.panel, i + 1)
      return panel ? [{ field, panel, carried: carries(stock, field.panel, field.kind) }] : []
    })
    const layer = (advice: boolean): Layer => {
      // Overlay words lie under all else, so that nothing they cross becomes hard to read.
      const underFirst = [...placed].sort(
        (a, b) => Number(b.field.kind === 'overlay') - Number(a.field.kind === 'overlay'),
      )
      const sets = underFirst
        .filter(p => !p.carried && printsOn(p.field, advice))
        .map(p => setStanding(p.field, p.panel, setting))
      if (i === 0 && !advice) notes.push(...sets.flatMap(s => s.notes))
      return { shared: true, marks: sets.flatMap(s => s.marks) }
    }
    return { placed, check: layer(false), advice: layer(true) }
  })
  const stamps = new Map<string, Layer>()
  const stampOf = (words: string): Layer => {
    const known = stamps.get(words) ?? {
      shared: true,
      marks: stock.panels.flatMap(p =>
        overlayMarks(words, STAMP_DARKNESS, p.role === 'check' ? { ...p, h: p.h - 16 } : p, 'stamp'),
      ),
    }
    stamps.set(words, known)
    return known
  }
  return {
    notes,
    perSheet,
    sheet(checks, stamp) {
      const layers: Layer[] = []
      const said: Note[] = []
      const carried: Mark[] = []
      const continued: Drawing[] = []
      places.forEach(({ placed, check: checkLayer, advice: adviceLayer }, i) => {
        const check = checks[i]
        if (!check) return
        const own: Mark[] = []
        const under: Mark[] = []
        const shown = new Map<string, number>()
        const advice = check.advice === true
        if (check.lines.length && sum(check.lines.map(l => l.amount)) !== check.amount)
          said.push(
            error(
              'lines-differ',
              'stub',
              `the lines come to ${figures(sum(check.lines.map(l => l.amount)))}, the check to ${figures(check.amount)}`,
              { check: check.number },
            ),
          )
        if (check.amount === 0 && !advice)
          said.push(
            error('amount-zero', 'amount', 'a check cannot be for nothing: only an advice can', {
              check: check.number,
            }),
          )
        for (const { field, panel, carried: byStock } of placed) {
          if (!printsOn(field, advice)) continue
          const set = setOwn(field, panel, setting, check)
          if ('shown' in set) shown.set(field.id, set.shown)
          if (byStock) carried.push(...setStanding(field, panel, setting).marks, ...set.marks)
          else {
            for (const mark of set.marks) own.push(mark)
            for (const note of set.notes) said.push({ ...note, check: check.number })
          }
        }
        if (advice && !placed.some(p => p.field.kind === 'overlay')) {
          const panel = panelOf(stock, 'check', i + 1)
          if (panel)
            under.push(
              ...overlayMarks(
                say('advice', layout.locale),
                STAMP_DARKNESS,
                { ...panel, h: panel.h - 16 },
                'advice',
              ),
            )
        }
        continued.push(...remaindersOf(placed, layout, stock, account, check, shown))
        if (under.length) layers.push({ shared: false, marks: under })
        layers.push(advice ? adviceLayer : checkLayer, { shared: false, marks: own })
      })
      return {
        drawing: { w: stock.sheet.w, h: stock.sheet.h, layers: stamp ? [stampOf(stamp), ...layers] : layers },
        carried,
        notes: said,
        continued,
      }
    },
  }
}

/** Cuts a list of checks into sheets; the first may begin at a later place where a sheet is part-used. */
export function sheetsOf<T>(checks: readonly T[], perSheet: number, firstPlace = 1): (T | null)[][] {
  const places: (T | null)[] = [...Array.from({ length: firstPlace - 1 }, () => null), ...checks]
  return Array.from({ length: Math.ceil(places.length / perSheet) }, (_, i) =>
    places.slice(i * perSheet, (i + 1) * perSheet),
  )
}
