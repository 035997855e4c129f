import { z } from '../base/schema'
import { fieldKinds } from './kinds'
import { overlaps, within, type Mm } from './length'

/**
 * The parts of a sheet that a layout may put things on: the check, the payee's stub, our own stub, our own
 * copy at the side of the check.
 */
export const panelRoles = ['check', 'stub1', 'stub2', 'counterfoil'] as const
export type PanelRole = (typeof panelRoles)[number]
/** Panels as they are named on the screen. */
export const roleNames: Readonly<Record<PanelRole, string>> = {
  check: 'Check',
  stub1: 'Payee’s stub',
  stub2: 'Our stub',
  counterfoil: 'Counterfoil',
}

const mm = z.number().min(0).max(1000)
const panel = z.strictObject({
  role: z.enum(panelRoles),
  /** Which check of the sheet the panel belongs to, counted from 1. */
  place: z.number().int().min(1).max(10),
  x: mm,
  y: mm,
  w: mm.min(10),
  h: mm.min(10),
})
/** How a sheet goes into the printer: which edge first, and where a narrow leaf lies in the tray. */
const feed = z.strictObject({ edge: z.enum(['short', 'long']), side: z.enum(['left', 'center', 'right']) })

/** How a pack of numbered checks lies in its box. */
export const packOrders = ['lowest on top', 'highest on top'] as const

/** A kind of paper, as data (docs/formats.md). Lengths in mm from the sheet's top left corner. */
export const stockSchema = z
  .strictObject({
    format: z.literal('violet-lane/stock'),
    version: z.literal(1),
    id: z.string().regex(/^[a-z0-9-]{1,60}$/, 'a key can have lower-case letters, digits and dashes'),
    name: z.string().trim().min(1).max(80),
    sheet: z.strictObject({ w: mm.min(50), h: mm.min(25) }),
    panels: z.array(panel).min(1).max(40),
    perforations: z.array(z.strictObject({ x1: mm, y1: mm, x2: mm, y2: mm })).max(40),
    /** Field kinds that the stationer already printed on a panel: we must not. */
    carries: z.array(z.strictObject({ role: z.enum(panelRoles), kind: z.enum(fieldKinds) })).max(200),
    /** Whether the sheets carry their own check numbers. */
    numbered: z.boolean(),
    packOrder: z.enum(packOrders).default('lowest on top'),
    feed: feed.default({ edge: 'short', side: 'center' }),
  })
  .superRefine((stock, ctx) => {
    const whole = { x: 0, y: 0, w: stock.sheet.w, h: stock.sheet.h }
    stock.panels.forEach((p, i) => {
      if (!within(p, whole))
        ctx.addIssue({
          code: 'custom',
          path: ['panels', i],
          message: 'The panel extends beyond the sheet',
        })
      const other = stock.panels.find((o, k) => k < i && overlaps(o, p))
      if (other)
        ctx.addIssue({
          code: 'custom',
          path: ['panels', i],
          message: `The panel overlaps “${roleNames[other.role]}” of check ${other.place}`,
        })
      if (stock.panels.findIndex(o => o.role === p.role && o.place === p.place) !== i)
        ctx.addIssue({
          code: 'custom',
          path: ['panels', i],
          message: `There are two panels “${roleNames[p.role]}” for check ${p.place}`,
        })
    })
    stock.perforations.forEach((p, i) => {
      if (Math.max(p.x1, p.x2) > stock.sheet.w + 0.01 || Math.max(p.y1, p.y2) > stock.sheet.h + 0.01)
        ctx.addIssue({
          code: 'custom',
          path: ['perforations', i],
          message: 'The perforation extends beyond the sheet',
        })
    })
    const checks = stock.panels
      .filter(p => p.role === 'check')
      .map(p => p.place)
      .sort((a, b) => a - b)
    if (!checks.length || checks.some((place, i) => place !== i + 1))
      ctx.addIssue({
        code: 'custom',
        path: ['panels'],
        message: 'Check panels must be numbered 1, 2, 3 and so on without a gap',
      })
  })

export type Stock = z.infer<typeof stockSchema>
export type Panel = Stock['panels'][number]

/** How many checks one sheet of the stock holds. */
export const checksPerSheet = (stock: Stock): number => stock.panels.filter(p => p.role === 'check').length

/** The panel of that role that belongs to the check at that place (from 1), if the stock has one. */
export const panelOf = (stock: Stock, role: PanelRole, place: number): Panel | undefined =>
  stock.panels.find(p => p.role === role && p.place === place)

/** The roles of panels that a stock has at its first place, from the top. */
export const rolesOf = (stock: Stock): PanelRole[] =>
  stock.panels
    .filter(p => p.place === 1)
    .sort((a, b) => a.y - b.y || a.x - b.x)
    .map(p => p.role)

/** Whether the stationer printed this kind of field on that panel already. */
export const carries = (stock: Stock, role: PanelRole, kind: string): boolean =>
  stock.carries.some(c => c.role === role && c.kind === kind)

/** What the clerk is to know when putting the sheets into the tray. */
export function feedText(stock: Stock): string {
  const narrow = stock.sheet.w < 210 || stock.sheet.h < 270
  return narrow
    ? `${stock.feed.edge} edge first, against the ${stock.feed.side === 'center' ? 'middle' : stock.feed.side} of the tray`
    : `${stock.feed.edge} edge first`
}

/** Size of the first check panel, in mm. */
export const checkSize = (stock: Stock): { w: Mm; h: Mm } => panelOf(stock, 'check', 1) ?? stock.sheet
