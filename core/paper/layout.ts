import { z } from '../base/schema'
import { datePatterns } from '../base/dates'
import { locales } from '../money/locale'
import { faceNames } from '../faces/faceNames'
import { panelRoles } from './stock'
import { units } from './length'
import { pictureSchema } from './picture'

const mm = z.number().min(-50).max(1000)
const size = z.number().min(0).max(1000)
const ink = z.string().regex(/^#[0-9a-f]{6}$/, 'an ink must be written as #1d1a26')

/** Degrees by which a field can be turned, clockwise. */
export const turns = [0, 90, 180, 270] as const
export type Turn = (typeof turns)[number]

const base = {
  id: z.string().regex(/^[a-z0-9-]{1,60}$/, 'a field’s key can have lower-case letters, digits and dashes'),
  panel: z.enum(panelRoles),
  on: z.boolean(),
  /** From the panel's top left corner, in mm. */
  x: mm,
  y: mm,
  w: size,
  h: size,
  ink: ink.optional(),
  /** Kept from being moved by hand. */
  locked: z.boolean().default(false),
}
/** Letters of a field. Sizes in points; `least` is the smallest size a long text may shrink to. */
const type = z.strictObject({
  face: z.enum(faceNames),
  size: z.number().min(4).max(72),
  least: z.number().min(4).max(72),
  align: z.enum(['left', 'center', 'right']),
})
/** A caption of its own; without text it is the usual one, in the language of the layout. */
const caption = z.strictObject({
  on: z.boolean().default(true),
  text: z.string().max(60).default(''),
  side: z.enum(['left', 'above', 'below']),
  size: z.number().min(4).max(24),
})
/** `turn`: degrees against the clock, for text along the side. */
const lettered = {
  ...base,
  type,
  caption: caption.optional(),
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]).default(0),
}

/** Columns that a stub's table may show. */
export const stubColumns = [
  'reference',
  'date',
  'description',
  'gross',
  'discount',
  'amount',
  'ourNumber',
  'purchaseOrder',
  'ledger',
  'quantity',
  'item',
] as const
/** Columns of a stub as they are headed in a layout that does not say otherwise. */
export const columnNames: Readonly<Record<StubColumn, string>> = {
  reference: 'Reference',
  date: 'Date',
  description: 'Description',
  gross: 'Gross',
  discount: 'Discount',
  amount: 'Net amount',
  ourNumber: 'Our bill number',
  purchaseOrder: 'Purchase order',
  ledger: 'Ledger account',
  quantity: 'Quantity',
  item: 'Item',
}
/** What happens to rows that do not fit: a further sheet on plain paper, or a last row with their total. */
export const overflows = ['sum', 'sheet'] as const

/**
 * What stands for an item in the column of that name: our own number of it, the payee's, or its description.
 */
export const itemSources = ['ours', 'theirs', 'description'] as const
/** What the item column of a stub can show. */
export const itemNames: Readonly<Record<(typeof itemSources)[number], string>> = {
  ours: 'our item number',
  theirs: 'the payee’s item number',
  description: 'its description',
}

const plainKinds = [
  'payerName',
  'payerAddress',
  'bankName',
  'bankAddress',
  'bankCode',
  'accountNumber',
  'fraction',
  'number',
  'payeeAddress',
  'currencyName',
  'memo',
  'stubTotal',
] as const
const which = z.union([z.literal(1), z.literal(2)])

/** A field of each kind. A file with a kind or a setting that is not known is refused, not guessed at. */
export const fieldSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.enum(plainKinds), ...lettered }),
  /** `withAccount`: our account number with the payee stands after the name. */
  z.strictObject({ kind: z.literal('payee'), ...lettered, withAccount: z.boolean().default(false) }),
  /** `hint`: the pattern stands beneath in small letters (CPA 006); `boxes`: a box a digit (CTS-2010). */
  z.strictObject({
    kind: z.literal('date'),
    ...lettered,
    pattern: z.enum(datePatterns),
    hint: z.boolean().default(false),
    boxes: z.boolean().default(false),
  }),
  z.strictObject({
    kind: z.literal('amountFigures'),
    ...lettered,
    sign: z.boolean(),
    stars: z.number().int().min(0).max(6),
  }),
  z.strictObject({
    kind: z.literal('amountWords'),
    ...lettered,
    fill: z.enum(['stars', 'rule', 'none']),
    withName: z.boolean().default(true),
  }),
  z.strictObject({ kind: z.literal('text'), ...lettered, text: z.string().min(1).max(400) }),
  z.strictObject({ kind: z.literal('crossing'), ...lettered, text: z.string().min(1).max(60) }),
  z.strictObject({ kind: z.literal('voidAfter'), ...lettered, days: z.number().int().min(1).max(3650) }),
  z.strictObject({
    kind: z.literal('signature'),
    ...lettered,
    which: which.default(1),
    details: z.boolean().default(false),
  }),
  z.strictObject({
    kind: z.literal('overlay'),
    ...base,
    words: z.string().min(1).max(40),
    darkness: z.number().min(2).max(60),
    when: z.enum(['always', 'advice']).default('always'),
  }),
  z.strictObject({ kind: z.literal('microprint'), ...base, text: z.string().max(120).default('') }),
  z.strictObject({ kind: z.literal('signatureImage'), ...base, which: which.default(1) }),
  z.strictObject({ kind: z.enum(['logo', 'bankLogo']), ...base }),
  z.strictObject({ kind: z.literal('image'), ...base, picture: pictureSchema }),
  z.strictObject({
    kind: z.literal('stubTable'),
    ...base,
    type,
    rowHeight: z.number().min(2).max(20),
    overflow: z.enum(overflows).default('sum'),
    items: z.enum(itemSources).default('ours'),
    columns: z
      .array(z.strictObject({ what: z.enum(stubColumns), title: z.string().max(40), w: size }))
      .min(1)
      .max(11),
  }),
  z.strictObject({
    kind: z.literal('payTable'),
    ...base,
    type,
    rowHeight: z.number().min(2).max(20),
    yearToDate: z.boolean().default(true),
  }),
  z.strictObject({ kind: z.literal('line'), ...base, width: z.number().min(0.05).max(5) }),
  z.strictObject({ kind: z.literal('rect'), ...base, width: z.number().min(0.05).max(5) }),
  z.strictObject({ kind: z.literal('ground'), ...base }),
  /** The MICR line stands where the standard says; `nudge` moves it within the standard's tolerance. */
  z.strictObject({
    kind: z.literal('micr'),
    id: base.id,
    panel: z.literal('check'),
    on: z.boolean(),
    nudge: z
      .strictObject({ x: z.number().min(-5).max(5), y: z.number().min(-5).max(5) })
      .default({ x: 0, y: 0 }),
  }),
])

/** Where everything goes on one stock: the app's own open layout format (docs/formats.md). */
export const layoutSchema = z
  .strictObject({
    format: z.literal('violet-lane/layout'),
    version: z.literal(1),
    id: z.string().regex(/^[a-z0-9-]{1,60}$/, 'a key can have lower-case letters, digits and dashes'),
    code: z.string().trim().min(1).max(12),
    name: z.string().trim().min(1).max(80),
    purpose: z.enum(['payables', 'payroll', 'both']),
    /** Keys of the companies it is for; none: for all. */
    companies: z.array(z.string().min(1).max(60)).max(100).default([]),
    stock: z.string().min(1).max(60),
    unit: z.enum(units),
    locale: z.enum(locales).default('en-US'),
    envelope: z.string().max(40).default(''),
    ink,
    captionInk: ink,
    groundInk: ink,
    fields: z.array(fieldSchema).max(300),
  })
  .superRefine((layout, ctx) => {
    const known = new Set<string>()
    layout.fields.forEach((f, i) => {
      if (known.has(f.id))
        ctx.addIssue({
          code: 'custom',
          path: ['fields', i, 'id'],
          message: `Two fields have the key “${f.id}”`,
        })
      known.add(f.id)
      if ('type' in f && f.type.least > f.type.size)
        ctx.addIssue({
          code: 'custom',
          path: ['fields', i, 'type', 'least'],
          message: 'The minimum size is larger than the size',
        })
      if (f.kind === 'micr' && layout.fields.findIndex(o => o.kind === 'micr') !== i)
        ctx.addIssue({ code: 'custom', path: ['fields', i], message: 'A layout can have only one MICR line' })
    })
  })

export type Layout = z.infer<typeof layoutSchema>
export type Field = Layout['fields'][number]
/** A field with letters of its own in a box. */
export type LetteredField = Extract<Field, { caption?: unknown }>
/** A field in a box: any but the MICR line. */
export type BoxedField = Exclude<Field, { kind: 'micr' }>
export type TypeOf = z.infer<typeof type>
export type StubColumn = (typeof stubColumns)[number]

/** Whether a field prints letters, so that it has a face, a size and a turn. */
export const isLettered = (field: Field): field is LetteredField => 'turn' in field
/** Whether a field has a box of its own; the MICR line has its place by the standard. */
export const isBoxed = (field: Field): field is BoxedField => field.kind !== 'micr'
