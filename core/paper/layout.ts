import { z } from 'zod'
import { datePatterns } from '../base/dates'
import { faceNames } from '../type/face'
import { panelRoles } from './stock'
import { units } from './length'

const mm = z.number().min(-50).max(1000)
const size = z.number().min(0).max(1000)
const ink = z.string().regex(/^#[0-9a-f]{6}$/, 'an ink is written as #1d1a26')

const base = {
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  panel: z.enum(panelRoles),
  on: z.boolean(),
  /** From the panel's top left corner, in mm. */
  x: mm, y: mm, w: size, h: size,
  ink: ink.optional(),
}
/** Letters of a field. Sizes in points; `least` is the smallest size a long text may shrink to. */
const type = z.strictObject({
  face: z.enum(faceNames),
  size: z.number().min(4).max(72),
  least: z.number().min(4).max(72),
  align: z.enum(['left', 'center', 'right']),
})
const caption = z.strictObject({ text: z.string().min(1).max(60), side: z.enum(['left', 'above', 'below']), size: z.number().min(4).max(24) })
const lettered = { ...base, type, caption: caption.optional() }

/** Columns that a stub's table may show. */
export const stubColumns = ['reference', 'date', 'description', 'amount'] as const

const plainKinds = ['payerName', 'payerAddress', 'bankName', 'bankAddress', 'fraction', 'number', 'payee', 'payeeAddress', 'memo', 'stubTotal'] as const

export const fieldSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.enum(plainKinds), ...lettered }),
  z.strictObject({ kind: z.literal('date'), ...lettered, pattern: z.enum(datePatterns) }),
  z.strictObject({ kind: z.literal('amountFigures'), ...lettered, sign: z.boolean(), stars: z.number().int().min(0).max(6) }),
  z.strictObject({ kind: z.literal('amountWords'), ...lettered, fill: z.enum(['stars', 'rule', 'none']) }),
  z.strictObject({ kind: z.literal('text'), ...lettered, text: z.string().min(1).max(400) }),
  z.strictObject({ kind: z.literal('signature'), ...lettered }),
  z.strictObject({
    kind: z.literal('stubTable'), ...base, type, rowHeight: z.number().min(2).max(20),
    columns: z.array(z.strictObject({ what: z.enum(stubColumns), title: z.string().max(40), w: size })).min(1).max(8),
  }),
  z.strictObject({ kind: z.literal('line'), ...base, width: z.number().min(0.05).max(5) }),
  z.strictObject({ kind: z.literal('rect'), ...base, width: z.number().min(0.05).max(5) }),
  z.strictObject({ kind: z.literal('ground'), ...base }),
  /** The MICR line stands where the standard says, whatever the box. */
  z.strictObject({ kind: z.literal('micr'), id: base.id, panel: z.literal('check'), on: z.boolean() }),
])

/** Where everything goes on one stock: the app's own open layout format (docs/formats.md). */
export const layoutSchema = z.strictObject({
  format: z.literal('violet-lane/layout'),
  version: z.literal(1),
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  code: z.string().min(1).max(12),
  name: z.string().min(1).max(80),
  purpose: z.enum(['payables', 'payroll', 'both']),
  stock: z.string().min(1).max(60),
  unit: z.enum(units),
  ink, captionInk: ink, groundInk: ink,
  fields: z.array(fieldSchema).min(1).max(300),
}).superRefine((layout, ctx) => {
  layout.fields.forEach((f, i) => {
    if (layout.fields.findIndex(o => o.id === f.id) !== i) ctx.addIssue({ code: 'custom', path: ['fields', i, 'id'], message: `two fields are called “${f.id}”` })
    if ('type' in f && f.type.least > f.type.size) ctx.addIssue({ code: 'custom', path: ['fields', i, 'type', 'least'], message: 'the least size is larger than the size' })
  })
})

export type Layout = z.infer<typeof layoutSchema>
export type Field = Layout['fields'][number]
export type FieldKind = Field['kind']
/** A field with letters of its own in a box. */
export type LetteredField = Extract<Field, { caption?: unknown }>
export type TypeOf = z.infer<typeof type>
export type StubColumn = (typeof stubColumns)[number]
