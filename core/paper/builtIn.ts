import type { Country } from '../base/country'
import letterTop from './data/letter-top.json'
import forms from './data/stocks.json'
import { usuallyPrinted } from './kinds'
import { layoutSchema, type Layout } from './layout'
import { startingLayout } from './startingLayout'
import { stockSchema, type Stock } from './stock'

const blank = forms.map((form): Stock =>
  stockSchema.parse({
    format: 'violet-lane/stock',
    version: 1,
    ...form,
    id: `${form.id}-blank`,
    name: `${form.name}, blank`,
    carries: [],
    numbered: false,
  }),
)
const preprinted = blank.map((stock): Stock => ({
  ...stock,
  id: stock.id.replace(/-blank$/, '-preprinted'),
  name: stock.name.replace(/, blank$/, ', preprinted'),
  numbered: true,
  carries: [
    ...usuallyPrinted.map(kind => ({ role: 'check' as const, kind })),
    ...(stock.panels.some(p => p.role === 'counterfoil')
      ? [{ role: 'counterfoil' as const, kind: 'number' as const }]
      : []),
  ],
}))
const [first] = blank
const numbered: Stock[] = first
  ? [
      {
        ...first,
        id: 'check-over-two-stubs-numbered',
        name: 'Check over two stubs, blank but numbered by the stationer',
        numbered: true,
        carries: [{ role: 'check', kind: 'number' }],
      },
    ]
  : []

/** The stocks that ship with the product: every form blank and preprinted. */
export const builtInStocks: readonly Stock[] = [...blank, ...preprinted, ...numbered]
/** A shipped stock by its key. */
export const stockById = (id: string): Stock | undefined => builtInStocks.find(s => s.id === id)

/** Layouts that ship beside the drawn one: form, country, code, name. */
const started: readonly (readonly [form: string, country: Country, code: string, name: string])[] = [
  ['check-over-two-stubs-even', 'US', 'TOP-E', 'Check over two even stubs'],
  ['check-over-two-stubs-thirds', 'US', 'TOP-3', 'Check over two stubs, in thirds'],
  ['stub-check-stub', 'US', 'MID', 'Stub, check, stub'],
  ['two-stubs-over-check', 'US', 'FOOT', 'Two stubs over check'],
  ['three-checks', 'US', 'THREE', 'Three to a page'],
  ['three-checks-waste', 'US', 'THREE-W', 'Three to a page with waste strip'],
  ['three-checks-counterfoil', 'US', 'SIDE', 'Three with counterfoil at the side'],
  ['three-checks-counterfoil-low', 'US', 'SIDE-L', 'Three low checks with counterfoil'],
  ['check-over-two-stubs', 'CA', 'CA-TOP', 'Canada, check over two stubs'],
  ['a4-remittance-over-check', 'IN', 'IN-A4', 'India (CTS), A4'],
  ['a4-remittance-over-check', 'GB', 'GB-A4', 'United Kingdom, A4'],
  ['a4-remittance-over-low-check', 'GB', 'GB-LOW', 'United Kingdom, low check'],
  ['loose-leaf', 'IN', 'IN-LEAF', 'India (CTS), loose leaf'],
]

/** The same layout for pay: its tables of bills become pay stubs. */
const payStub = (layout: Layout): Layout =>
  layoutSchema.parse({
    ...layout,
    id: 'letter-pay',
    code: 'PAY',
    name: 'Pay over two pay stubs',
    purpose: 'payroll',
    fields: layout.fields.map(f =>
      f.kind === 'stubTable'
        ? {
            kind: 'payTable',
            id: f.id,
            panel: f.panel,
            on: f.on,
            x: f.x,
            y: f.y,
            w: f.w,
            h: f.h,
            type: f.type,
            rowHeight: f.rowHeight,
          }
        : f,
    ),
  })

let layouts: readonly Layout[] | undefined
/** The layouts that ship with the product, made when first asked for. */
export function builtInLayouts(): readonly Layout[] {
  const top = layouts ? undefined : layoutSchema.parse(letterTop)
  if (top)
    layouts = [
      top,
      payStub(top),
      ...started.flatMap(([form, country, code, name]) => {
        const stock = stockById(`${form}-blank`)
        return stock
          ? [startingLayout(stock, country, { id: `${country.toLowerCase()}-${form}`, code, name })]
          : []
      }),
    ]
  return layouts ?? []
}
/** A shipped layout by its key. */
export const layoutById = (id: string): Layout | undefined => builtInLayouts().find(l => l.id === id)
