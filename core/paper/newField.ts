import { freeId } from './arrange'
import type { FieldKind } from './kinds'
import { fieldSchema, type Field, type Layout } from './layout'
import type { Mm } from './length'
import { panelOf, rolesOf, type PanelRole, type Stock } from './stock'

const onStub = new Set<FieldKind>(['stubTable', 'payTable', 'stubTotal'])
const kebab = (kind: string): string => kind.replaceAll(/[A-Z]/g, c => `-${c.toLowerCase()}`)

/** Size of a new field, and what of its own it begins with. */
type Begun = readonly [w: Mm, h: Mm, own?: object]
const type = { face: 'sans', size: 9, least: 6.5, align: 'left' }
const small = { ...type, size: 8.5 }
const name: Begun = [70, 5, { type }]
const address: Begun = [70, 14, { type }]
const picture: Begun = [18, 18]

/** How a field of each kind begins on a panel with so much room across. An image is added with its picture. */
const begun = (wide: Mm): Readonly<Record<Exclude<FieldKind, 'micr' | 'image'>, Begun>> => ({
  payerName: name,
  payerAddress: address,
  bankName: name,
  bankAddress: address,
  bankCode: name,
  accountNumber: name,
  fraction: name,
  number: name,
  payeeAddress: address,
  currencyName: name,
  memo: name,
  stubTotal: name,
  payee: name,
  date: [40, 5, { type, pattern: 'MMM D, YYYY' }],
  amountFigures: [40, 6, { type: { ...type, align: 'right' }, sign: true, stars: 2 }],
  amountWords: [wide, 5.5, { type, fill: 'stars' }],
  text: [60, 5, { type, text: 'Text' }],
  crossing: [26, 18, { type, text: 'A/c payee' }],
  voidAfter: [50, 4.5, { type: { ...type, size: 8 }, days: 90 }],
  signature: [
    70,
    12,
    { type: { ...type, size: 6.5, least: 6, align: 'center' }, caption: { side: 'below', size: 6.5 } },
  ],
  signatureImage: [46, 12],
  overlay: [wide, 50, { words: 'NON-NEGOTIABLE', darkness: 14 }],
  microprint: [70, 0.6],
  logo: picture,
  bankLogo: picture,
  stubTable: [
    wide,
    55,
    {
      type: small,
      rowHeight: 4.7,
      columns: [
        { what: 'reference', title: '', w: wide * 0.2 },
        { what: 'date', title: '', w: wide * 0.14 },
        { what: 'description', title: '', w: wide * 0.48 },
        { what: 'amount', title: '', w: wide * 0.18 },
      ],
    },
  ],
  payTable: [wide, 45, { type: small, rowHeight: 4.7 }],
  line: [60, 0, { width: 0.2 }],
  rect: [40, 10, { width: 0.3 }],
  ground: [wide, 50],
})
/** A new field is no wider than this, and leaves so much of its panel free; in mm. */
const MOST_WIDE: Mm = 190
const FREE: Mm = 24

/**
 * A new field of a kind, of a usual size, in the middle of the panel where such fields stand; it passes
 * through the layout's own gate.
 */
export function newField(kind: Exclude<FieldKind, 'image'>, layout: Layout, stock: Stock): Field {
  const id = freeId(layout, kebab(kind))
  if (kind === 'micr') return fieldSchema.parse({ kind, id, panel: 'check', on: true })
  const roles = rolesOf(stock)
  const role: PanelRole = onStub.has(kind) ? (roles.find(r => r !== 'check') ?? 'check') : 'check'
  const panel = panelOf(stock, role, 1) ?? { w: 200, h: 80 }
  const [w, h, own] = begun(Math.min(panel.w - FREE, MOST_WIDE))[kind]
  const [x, y] = [Math.round((panel.w - w) / 2), Math.round((panel.h - h) / 2)]
  return fieldSchema.parse({ kind, id, panel: role, on: true, x, y, w, h, ...own })
}
