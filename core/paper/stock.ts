import { z } from 'zod'
import { within } from './length'

/** The parts of a sheet that a layout may put things on. */
export const panelRoles = ['check', 'stub1', 'stub2'] as const
export type PanelRole = (typeof panelRoles)[number]

const mm = z.number().min(0).max(1000)
const panel = z.strictObject({
  role: z.enum(panelRoles),
  /** Which check of the sheet the panel belongs to, counted from 1. */
  place: z.number().int().min(1).max(10),
  x: mm, y: mm, w: mm, h: mm,
})

/** A kind of paper, as data. Lengths in mm from the sheet's top left corner. */
export const stockSchema = z.strictObject({
  format: z.literal('violet-lane/stock'),
  version: z.literal(1),
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  name: z.string().min(1).max(80),
  sheet: z.strictObject({ w: mm.min(50), h: mm.min(25) }),
  panels: z.array(panel).min(1).max(40),
  perforations: z.array(z.strictObject({ x1: mm, y1: mm, x2: mm, y2: mm })).max(40),
  /** Field kinds that the stationer already printed on a panel: we must not. */
  carries: z.array(z.strictObject({ role: z.enum(panelRoles), kind: z.string().min(1).max(40) })).max(100),
  /** Whether the sheets carry their own check numbers. */
  numbered: z.boolean(),
}).superRefine((stock, ctx) => {
  const whole = { x: 0, y: 0, w: stock.sheet.w, h: stock.sheet.h }
  stock.panels.forEach((p, i) => {
    if (!within(p, whole)) ctx.addIssue({ code: 'custom', path: ['panels', i], message: 'the panel reaches over the edge of the sheet' })
    if (stock.panels.findIndex(o => o.role === p.role && o.place === p.place) !== i) ctx.addIssue({ code: 'custom', path: ['panels', i], message: `there are two ${p.role} panels at place ${p.place}` })
  })
  const checks = stock.panels.filter(p => p.role === 'check').map(p => p.place).sort((a, b) => a - b)
  if (!checks.length || checks.some((place, i) => place !== i + 1)) ctx.addIssue({ code: 'custom', path: ['panels'], message: 'check panels must stand at places 1, 2, 3 … without a gap' })
})

export type Stock = z.infer<typeof stockSchema>
export type Panel = Stock['panels'][number]

/** How many checks one sheet of the stock holds. */
export const checksPerSheet = (stock: Stock): number => stock.panels.filter(p => p.role === 'check').length

/** The panel of that role that belongs to the check at that place (from 1), if the stock has one. */
export const panelOf = (stock: Stock, role: PanelRole, place: number): Panel | undefined => stock.panels.find(p => p.role === role && p.place === place)
