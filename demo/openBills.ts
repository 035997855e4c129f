/** A bill that is open on the day the demo is loaded; days are counted from that day, amounts in cents. */
export interface OpenBill {
  readonly payee: string
  readonly number: string
  readonly daysAgo: number
  readonly dueIn: number
  readonly amount: number
  readonly memo: string
  readonly discount?: { readonly inDays: number; readonly amount: number }
  readonly hold?: { readonly kind: 'held' | 'disputed'; readonly why: string }
  readonly draft?: true
  readonly purchaseOrder?: string
  readonly quantity?: { readonly of: string; readonly unit: number }
}

/** What the ferry owes when its story ends: due around today, a discount about to run out, a credit note. */
export const ferryOwes: readonly OpenBill[] = [
  {
    payee: 'Cobalt Rope & Rigging',
    number: 'CR-9931',
    daysAgo: 8,
    dueIn: 22,
    amount: 184_000,
    memo: 'Mooring line, 24 mm',
    discount: { inDays: 2, amount: 3680 },
    purchaseOrder: 'PO 2214',
    quantity: { of: '80', unit: 2300 },
  },
  {
    payee: 'Cobalt Rope & Rigging',
    number: 'CR-9947',
    daysAgo: 3,
    dueIn: 27,
    amount: 62_650,
    memo: 'Fender covers',
    discount: { inDays: 7, amount: 1253 },
  },
  {
    payee: 'Oystercatcher Print Works',
    number: 'OP-9902',
    daysAgo: 26,
    dueIn: 4,
    amount: 71_240,
    memo: 'Timetables, winter',
  },
  {
    payee: 'Oystercatcher Print Works',
    number: 'OP-C118',
    daysAgo: 12,
    dueIn: 0,
    amount: -12_800,
    memo: 'Posters misprinted',
  },
  {
    payee: 'Saltgrass Bakery',
    number: 'SB-9910',
    daysAgo: 13,
    dueIn: 1,
    amount: 18_435,
    memo: 'Bread and rolls',
  },
  {
    payee: 'Saltgrass Bakery',
    number: 'SB-9918',
    daysAgo: 6,
    dueIn: 8,
    amount: 20_110,
    memo: 'Sandwich order',
  },
  {
    payee: 'Windrose Life Raft Service',
    number: 'WL-9905',
    daysAgo: 37,
    dueIn: -7,
    amount: 241_500,
    memo: 'Raft service, 25 persons',
  },
  {
    payee: 'Northmere Marine Fuel',
    number: 'NM-9960',
    daysAgo: 5,
    dueIn: 19,
    amount: 1_284_000,
    memo: 'Marine diesel, north tank',
  },
  {
    payee: 'Anchorage Legal Partners',
    number: 'AL-9904',
    daysAgo: 30,
    dueIn: 0,
    amount: 90_000,
    memo: 'Lease of berth 4',
  },
  {
    payee: 'Rowan Fire Equipment',
    number: 'RF-0417',
    daysAgo: 21,
    dueIn: 9,
    amount: 41_280,
    memo: 'Extinguisher service',
  },
  {
    payee: 'Rowan Fire Equipment',
    number: 'rf 417',
    daysAgo: 20,
    dueIn: 10,
    amount: 41_280,
    memo: 'Extinguisher service',
  },
  {
    payee: 'Ferrywright School of Seamanship',
    number: 'FS-9911',
    daysAgo: 16,
    dueIn: 5,
    amount: 88_000,
    memo: 'Radar certificate',
    hold: { kind: 'disputed', why: 'one of the two did not take part' },
  },
  {
    payee: 'Skerry Weather Bureau',
    number: 'SW-9911',
    daysAgo: 2,
    dueIn: 28,
    amount: 15_000,
    memo: 'Forecast service, monthly',
    draft: true,
  },
]

/** What the slipway owes, its owner among them. */
export const slipwayOwes: readonly OpenBill[] = [
  {
    payee: 'Shoreline Timber',
    number: 'ST-9903',
    daysAgo: 6,
    dueIn: 24,
    amount: 164_000,
    memo: 'Larch planks',
    discount: { inDays: 4, amount: 3280 },
  },
  {
    payee: 'Dovetail Tool Hire',
    number: 'DT-9906',
    daysAgo: 10,
    dueIn: 4,
    amount: 21_500,
    memo: 'Pressure washer',
  },
  {
    payee: 'Runa Pellam',
    number: 'Drawings, third quarter',
    daysAgo: 40,
    dueIn: -10,
    amount: 240_000,
    memo: 'Owner’s drawings',
  },
]
/** Of these the slipway pays one on a later day: it stands in the lane from then on. */
export const slipwayLater = { payee: 'Ironmonger Yard Supply', number: 'IY-9908', inDays: 6, amount: 33_890 }
/** Above this a bill of the ferry waits for a second person, in cents. */
export const ferryLimit = 1_000_000
