import { figures } from '../money/figures'
import { sum } from '../money/cents'
import { localeIn, type Locale } from '../money/locale'
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
/** Height at the check's foot that words across it leave free: the MICR clear band, 5/8 in, in mm. */
const BAND: Mm = 16

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

/** What is wrong with a check whatever the layout. */
function faultsOf(check: CheckFacts): Note[] {
  const at = { check: check.number }
  const lines = sum(check.lines.map(l => l.amount))
  return [
    ...(check.lines.length && lines !== check.amount
      ? [
          error(
            'lines-differ',
            'stub',
            `The stub lines add up to ${figures(lines)}, but the check is for ${figures(check.amount)}`,
            at,
          ),
        ]
      : []),
    ...(check.amount === 0 && !check.advice
      ? [error('amount-zero', 'amount', 'The amount of a check cannot be zero. Only an advice can be', at)]
      : []),
  ]
}

/** The check panel without its MICR band: where words lie across it. */
const withoutBand = (panel: Panel): Panel => ({ ...panel, h: panel.h - BAND })

/** One place of a sheet: its fields, and what stands there on every check and on every advice. */
interface Place {
  readonly placed: readonly Placed[]
  readonly check: Layer
  readonly advice: Layer
}
/** What one check adds to its sheet. */
interface CheckSet {
  readonly layers: readonly Layer[]
  readonly carried: readonly Mark[]
  readonly notes: readonly Note[]
  readonly continued: readonly Drawing[]
}
type Setting = Parameters<typeof setOwn>[2]

/** What a layout sets on a place whatever the check, and what is to be said of it. */
function setFixed(
  placed: readonly Placed[],
  advice: boolean,
  setting: Setting,
): { layer: Layer; notes: Note[] } {
  // Overlay words lie under all else, so that nothing they cross becomes hard to read.
  const underFirst = [...placed].sort(
    (a, b) => Number(b.field.kind === 'overlay') - Number(a.field.kind === 'overlay'),
  )
  const sets = underFirst
    .filter(p => !p.carried && printsOn(p.field, advice))
    .map(p => setStanding(p.field, p.panel, setting))
  return {
    layer: { shared: true, marks: sets.flatMap(s => s.marks) },
    notes: sets.flatMap(s => s.notes),
  }
}

/** An advice says what it is, where its layout has no words across it. */
function adviceWords(placed: readonly Placed[], panel: Panel | undefined, layout: Layout): Mark[] {
  if (!panel || placed.some(p => p.field.kind === 'overlay')) return []
  return overlayMarks(say('advice', layout.locale), STAMP_DARKNESS, withoutBand(panel), 'advice')
}

/** Sets one check on its place. `panel` is that of the check itself. */
function setCheck(
  place: Place,
  check: CheckFacts,
  panel: Panel | undefined,
  setting: Setting,
  stock: Stock,
): CheckSet {
  const { layout, account } = setting
  const advice = check.advice === true
  const [own, carried, notes]: [Mark[], Mark[], Note[]] = [[], [], faultsOf(check)]
  const shown = new Map<string, number>()
  for (const { field, panel: on, carried: byStock } of place.placed) {
    if (!printsOn(field, advice)) continue
    const set = setOwn(field, on, setting, check)
    if ('shown' in set) shown.set(field.id, set.shown)
    if (byStock) carried.push(...setStanding(field, on, setting).marks, ...set.marks)
    else {
      for (const mark of set.marks) own.push(mark)
      for (const note of set.notes) notes.push({ ...note, check: check.number })
    }
  }
  const under = advice ? adviceWords(place.placed, panel, layout) : []
  return {
    layers: [
      ...(under.length ? [{ shared: false, marks: under }] : []),
      advice ? place.advice : place.check,
      { shared: false, marks: own },
    ],
    carried,
    notes,
    continued: remaindersOf(place.placed, layout, stock, account, check, shown),
  }
}

/** A layout in one language, its places ready. */
interface LayoutSet {
  readonly setting: Setting
  readonly places: readonly (Place & { readonly notes: readonly Note[] })[]
}
function setIn(setting: Setting, stock: Stock): LayoutSet {
  const places = Array.from({ length: checksPerSheet(stock) }, (_, i) => {
    const placed = setting.layout.fields.flatMap((field): Placed[] => {
      const panel = field.on ? panelOf(stock, field.panel, i + 1) : undefined
      return panel ? [{ field, panel, carried: carries(stock, field.panel, field.kind) }] : []
    })
    const check = setFixed(placed, false, setting)
    return {
      placed,
      notes: check.notes,
      check: check.layer,
      advice: setFixed(placed, true, setting).layer,
    }
  })
  return { setting, places }
}

/**
 * Makes a layout ready to set checks of one account on one stock. Setting is pure: the same facts give the
 * same drawing. What does not fit is in the notes; nothing is ever cut. A check in a language of its own is
 * set in that one. `edge` is how near to the sheet's edges the printer prints, where it is known.
 */
export function proofer(layout: Layout, stock: Stock, account: AccountFacts, edge?: Mm): Proofer {
  const perSheet = checksPerSheet(stock)
  const notes = layoutNotes(layout, stock, account, edge)
  const own = setIn({ layout, account }, stock)
  // What is wrong with what always stands there is wrong on every place alike.
  notes.push(...(own.places[0]?.notes ?? []))
  const others = new Map<Locale, LayoutSet>()
  const inLanguageOf = ({ language }: CheckFacts): LayoutSet => {
    const locale = localeIn(language, layout.locale)
    if (locale === layout.locale) return own
    const known = others.get(locale) ?? setIn({ layout: { ...layout, locale }, account }, stock)
    others.set(locale, known)
    return known
  }
  const stamps = new Map<string, Layer>()
  const stampOf = (words: string): Layer => {
    const marks = (p: Panel): Mark[] =>
      overlayMarks(words, STAMP_DARKNESS, p.role === 'check' ? withoutBand(p) : p, 'stamp')
    const known = stamps.get(words) ?? { shared: true, marks: stock.panels.flatMap(marks) }
    stamps.set(words, known)
    return known
  }
  return {
    notes,
    perSheet,
    sheet(checks, stamp) {
      const sets = checks.slice(0, perSheet).flatMap((check, i): CheckSet[] => {
        if (!check) return []
        const { places, setting } = inLanguageOf(check)
        const place = places[i]
        return place ? [setCheck(place, check, panelOf(stock, 'check', i + 1), setting, stock)] : []
      })
      const layers = sets.flatMap(s => s.layers)
      return {
        drawing: { ...stock.sheet, layers: stamp ? [stampOf(stamp), ...layers] : layers },
        carried: sets.flatMap(s => s.carried),
        notes: sets.flatMap(s => s.notes),
        continued: sets.flatMap(s => s.continued),
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
