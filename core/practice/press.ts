import { z } from '../base/schema'
import { random } from '../base/random'
import { noChange, compose, type Affine } from '../fit/affine'
import { deviationMap } from '../fit/fit'
import { practiceTrays } from '../fit/practicePrinter'
import type { Mm } from '../paper/length'
import { checksPerSheet, packOrders, stockSchema, type Stock } from '../paper/stock'
import { layoutSchema } from '../paper/layout'
import { accountFactsSchema } from '../proof/facts'

/** How sheets come to lie as they leave a printer. */
export const stackings = ['face down', 'face up'] as const
/**
 * What one tray does to every sheet: its errors, its toner (1 as it should be, 0.7 weak, 1.3 heavy), how
 * sheets come to lie, and whether “fit to page” was left on.
 */
export const pressSchema = z.strictObject({
  shift: z.strictObject({ x: z.number().min(-12).max(12), y: z.number().min(-12).max(12) }),
  stretch: z.strictObject({ x: z.number().min(0.9).max(1.1), y: z.number().min(0.9).max(1.1) }),
  turn: z.number().min(-3).max(3),
  toner: z.number().min(0.7).max(1.3),
  stacking: z.enum(stackings),
  fitToPage: z.boolean(),
})
export type Press = z.infer<typeof pressSchema>
/** A printer that puts everything where it belongs. */
export const exactPress: Press = {
  shift: { x: 0, y: 0 },
  stretch: { x: 1, y: 1 },
  turn: 0,
  toner: 1,
  stacking: 'face down',
  fitToPage: false,
}

/** A longer job is refused. */
export const MOST_SHEETS = 5000
/**
 * The sheets that lie in the tray: `top` is the number on the first free check of the top sheet, null where
 * the stationer printed none.
 */
const packSchema = z.strictObject({
  top: z.number().int().min(1).max(999_999_999_999).nullable(),
  order: z.enum(packOrders),
  sheets: z.number().int().min(0).max(MOST_SHEETS),
  firstPlace: z.number().int().min(1).max(10),
})
export type Pack = z.infer<typeof packSchema>

/** What can go wrong at the practice printer, on demand. */
export const faultKinds = ['jam', 'double feed', 'upside down', 'stopped'] as const
/** One thing that goes wrong at a sheet, counted from 1 as the sheets leave the pack. */
const faultSchema = z.strictObject({ kind: z.enum(faultKinds), at: z.number().int().min(1).max(MOST_SHEETS) })
export type PressFault = z.infer<typeof faultSchema>

/**
 * What the practice printer is told beside the PDF. `paper` says what the stationer printed on the sheets;
 * without it, what he usually prints.
 */
export const pressJobSchema = z
  .strictObject({
    name: z.string().trim().min(1).max(120),
    /** Key of the run it belongs to, if any. */
    ref: z.string().max(80).default(''),
    tray: z.enum(practiceTrays),
    stock: stockSchema,
    paper: z.strictObject({ layout: layoutSchema, account: accountFactsSchema }).optional(),
    pack: packSchema,
    faults: z.array(faultSchema).max(20).default([]),
    /** Lets chance choose further faults, the same ones for the same seed. */
    seed: z
      .number()
      .int()
      .min(0)
      .max(2 ** 31)
      .nullable()
      .default(null),
    /** Milliseconds a sheet. */
    pace: z.number().int().min(0).max(3000).default(60),
  })
  .superRefine((job, ctx) => {
    if (job.pack.firstPlace > checksPerSheet(job.stock))
      ctx.addIssue({
        code: 'custom',
        path: ['pack', 'firstPlace'],
        message: `A sheet of this stock has ${checksPerSheet(job.stock)} checks`,
      })
  })
export type PressJob = z.infer<typeof pressJobSchema>

/**
 * One sheet that left the pack: which page was printed on it, the numbers the stationer gave it by place, and
 * how it came out.
 */
export interface SheetOut {
  readonly sheet: number
  readonly page: number | null
  readonly numbers: readonly number[]
  readonly came: 'printed' | 'jammed' | 'blank'
  readonly upsideDown: boolean
}
/** What came out of the printer, sheet by sheet, and what is left of the pack. */
export interface Feeding {
  readonly sheets: readonly SheetOut[]
  readonly end: 'all printed' | 'stopped' | 'out of paper'
}

/**
 * The numbers that the stationer printed on a sheet of the pack, counted from 0 at its top, by place; none
 * where he printed none.
 */
export function numbersOf(pack: Pack, perSheet: number, index: number): number[] {
  if (pack.top === null) return []
  const first =
    pack.top - (pack.firstPlace - 1) + (pack.order === 'lowest on top' ? 1 : -1) * index * perSheet
  return Array.from({ length: perSheet }, (_, place) => first + place)
}

/** Faults that chance chooses for a job of so many pages: none, one or two. */
export function faultsBySeed(seed: number, pages: number): PressFault[] {
  const r = random(seed)
  return Array.from({ length: r.one([0, 1, 1, 2]) }, () => ({
    kind: r.one(faultKinds),
    at: 1 + Math.floor(r.next() * pages),
  }))
}

/**
 * Feeds a pack through the printer. A jammed sheet is torn and its page printed again on the next; two
 * sheets fed at once come out as one printed and one blank; a printer that was stopped, or has no paper
 * left, leaves the other pages unprinted.
 */
export function feed(pages: number, pack: Pack, perSheet: number, faults: readonly PressFault[]): Feeding {
  const sheets: SheetOut[] = []
  let page = 1
  for (let index = 0; page <= pages; index++) {
    if (index >= pack.sheets) return { sheets, end: 'out of paper' }
    const sheet = index + 1
    const here = faults.filter(f => f.at === sheet)
    const has = (kind: PressFault['kind']): boolean => here.some(f => f.kind === kind)
    const out = { sheet, numbers: numbersOf(pack, perSheet, index), upsideDown: has('upside down') }
    if (has('jam')) sheets.push({ ...out, page, came: 'jammed' })
    else {
      sheets.push({ ...out, page: page++, came: 'printed' })
      if (has('double feed') && index + 1 < pack.sheets) {
        index++
        sheets.push({
          sheet: index + 1,
          page: null,
          numbers: numbersOf(pack, perSheet, index),
          came: 'blank',
          upsideDown: false,
        })
      }
    }
    if (has('stopped') && page <= pages) return { sheets, end: 'stopped' }
  }
  return { sheets, end: 'all printed' }
}

/** The sheets as they lie in the tray, from the top. */
export const asStacked = (sheets: readonly SheetOut[], stacking: Press['stacking']): SheetOut[] =>
  stacking === 'face up' ? [...sheets].reverse() : [...sheets]

/** The edge of the paper that no printer reaches. */
export const UNPRINTABLE: Mm = 4.2
/**
 * Where the printer puts what a page has at a place: scaled into the printable part where “fit to page” is
 * on, then shifted, stretched and turned.
 */
export function pressMap(press: Press, stock: Pick<Stock, 'sheet'>, upsideDown = false): Affine {
  const { w, h } = stock.sheet
  const k = Math.min((w - 2 * UNPRINTABLE) / w, (h - 2 * UNPRINTABLE) / h)
  const scaled: Affine = press.fitToPage ? [k, 0, 0, k, (w * (1 - k)) / 2, (h * (1 - k)) / 2] : noChange
  const put = compose(deviationMap(press), scaled)
  return upsideDown ? compose([-1, 0, 0, -1, w, h], put) : put
}
