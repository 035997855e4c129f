/**
 * Who the ferry and the slipway pay: name, address, our number with them, ledger codes by weight, usual
 * amounts in whole units, what they bill.
 */
export interface DemoPayee {
  readonly name: string
  readonly address: readonly string[]
  readonly memo: string
  readonly ledgers: readonly (readonly [code: string, weight: number])[]
  readonly least: number
  readonly most: number
  readonly what: readonly string[]
  readonly kind?: 'employee' | 'owner' | 'one-time'
  readonly onHold?: boolean
  readonly taxForm?: '1099'
  /** As they are written in the trade; on receipt where there are none. */
  readonly terms?: string
}

const supplier = (
  name: string,
  street: string,
  town: string,
  memo: string,
  code: string,
  least: number,
  most: number,
  what: readonly string[],
  more: Partial<DemoPayee> = {},
): DemoPayee => ({ name, address: [street, town], memo, ledgers: [[code, 1]], least, most, what, ...more })

const northmere = 'Northmere, ME 04998'
const sound = 'Pellam Sound, ME 04999'
const gullhaven = 'Gullhaven, ME 04997'

export const ferrySuppliers: readonly DemoPayee[] = [
  supplier(
    'Cobalt Rope & Rigging',
    '22 Capstan Lane',
    northmere,
    'Customer 7731',
    '6120',
    180,
    2400,
    ['Mooring line, 24 mm', 'Shackles and thimbles', 'Fender covers', 'Splicing, two eyes'],
    { terms: '2/10 net 30' },
  ),
  supplier(
    'Northmere Marine Fuel',
    'Pier 3',
    northmere,
    'Tank farm 12',
    '6100',
    6200,
    19800,
    ['Marine diesel, north tank', 'Marine diesel, south tank', 'Lubricating oil'],
    { terms: 'month end + 15' },
  ),
  supplier(
    'Oystercatcher Print Works',
    '9 Gull Street',
    sound,
    'Account PSF',
    '6600',
    90,
    860,
    ['Timetables, summer', 'Ticket rolls', 'Posters, winter service'],
    { terms: '2/10 net 30' },
  ),
  supplier(
    'Windrose Life Raft Service',
    '41 Harbor Road',
    gullhaven,
    'Rafts 1 to 6',
    '6200',
    420,
    3900,
    ['Raft service, 25 persons', 'Hydrostatic releases', 'Repacking'],
    { terms: 'net 30' },
  ),
  supplier(
    'Saltgrass Bakery',
    '3 Mill Row',
    sound,
    'Galley',
    '6700',
    60,
    340,
    ['Bread and rolls', 'Pastries for the weekend', 'Sandwich order'],
    { terms: 'net 14' },
  ),
  supplier('Tidegate Harbor Dues', 'Harbor Office', northmere, 'Berth 4', '6300', 900, 3100, [
    'Berth 4, landing dues',
    'Passenger dues',
    'Water and shore power',
  ]),
  supplier(
    'Ilse Brandvold',
    '7 Heron Court',
    sound,
    'Hull survey',
    '6800',
    380,
    1250,
    ['Hull survey', 'Thickness report', 'Dry-dock attendance'],
    { taxForm: '1099' },
  ),
  supplier('Beacon Light Electric', '118 Signal Street', sound, 'Terminal meter', '6850', 210, 980, [
    'Electricity, terminal',
    'Electricity, workshop',
  ]),
  supplier('Kestrel Radio & Radar', '5 Mast Yard', gullhaven, 'Vessels A and B', '6200', 160, 4200, [
    'Radar magnetron',
    'Handheld radios, four',
    'Antenna service',
  ]),
  supplier(
    'Halyard Insurance Mutual',
    '200 Old Customs House',
    northmere,
    'Policy HM-5520',
    '6400',
    3800,
    5200,
    ['Hull and machinery, monthly share'],
  ),
  supplier('Fathom Diving Services', '2 Ladder Wharf', sound, 'Propeller checks', '6200', 350, 1500, [
    'Propeller polish',
    'Underwater inspection',
  ]),
  supplier('Greywater Pump & Valve', '77 Foundry Lane', northmere, 'Customer 402', '6200', 75, 1180, [
    'Bilge pump kit',
    'Gate valves',
    'Impeller',
  ]),
  supplier('Marram Office Supply', '12 Market Square', sound, 'PSF-18', '6600', 35, 290, [
    'Paper and toner',
    'Envelopes, double window',
    'Log books',
  ]),
  supplier('Lantern Room Cleaning', '31 Weir Street', sound, 'Cabins', '6750', 240, 620, [
    'Cabin cleaning',
    'Terminal windows',
  ]),
  supplier('Pilot Boat Association', 'Harbor Office', northmere, 'Winter pilotage', '6300', 300, 900, [
    'Pilotage, fog days',
  ]),
  supplier('Sandbar Waste Removal', '90 Tip Road', gullhaven, 'Route 6', '6850', 110, 260, [
    'Waste collection',
    'Oil filters disposal',
  ]),
  supplier('Quayside Uniforms', '14 Needle Street', sound, 'Crew', '6750', 120, 940, [
    'Deck jackets',
    'Caps and badges',
  ]),
  supplier('Brightwork Paint & Varnish', '8 Turpentine Way', northmere, 'Hull blue', '6120', 140, 1700, [
    'Topside enamel, hull blue',
    'Antifouling',
    'Brushes and rollers',
  ]),
  supplier('Osprey Coffee Roasters', '6 Bean Alley', gullhaven, 'Galley', '6700', 85, 310, [
    'House roast, 10 kg',
    'Filters',
  ]),
  supplier('Coastwise Telephone Company', 'Box 310', northmere, 'Line 204', '6850', 140, 210, [
    'Telephone and data',
  ]),
  supplier('Merganser Tide Tables', '1 Almanac House', northmere, 'Annual order', '6600', 60, 240, [
    'Tide tables, 200 copies',
  ]),
  supplier(
    'Anchorage Legal Partners',
    '50 Court Street',
    northmere,
    'Matter 19',
    '6800',
    400,
    2600,
    ['Charter review', 'Lease of berth 4'],
    { taxForm: '1099', onHold: true },
  ),
  supplier(
    'Rowan Fire Equipment',
    '27 Hydrant Road',
    gullhaven,
    'Yearly service',
    '6200',
    130,
    890,
    ['Extinguisher service', 'Hose test'],
    { terms: 'net 30' },
  ),
  supplier('Skerry Weather Bureau', 'Observatory Hill', northmere, 'Forecasts', '6800', 150, 150, [
    'Forecast service, monthly',
  ]),
  supplier(
    'Ferrywright School of Seamanship',
    '4 Chart Lane',
    gullhaven,
    'Certificates',
    '6750',
    220,
    1300,
    ['First aid course', 'Radar certificate'],
    { terms: 'net 21' },
  ),
  {
    ...supplier('Pellam Town Treasurer', 'Town Hall', sound, 'Parcel 88-4', '6300', 700, 2100, [
      'Property tax, terminal',
    ]),
    ledgers: [
      ['6300', 3],
      ['6850', 1],
    ],
  },
  supplier(
    'Estate of Birger Hallam',
    'c/o 19 Yew Tree Lane',
    sound,
    'Damaged luggage',
    '6400',
    85,
    240,
    ['Damaged luggage, settled'],
    { kind: 'one-time' },
  ),
]

const crew = (name: string, street: string, least: number, most: number): DemoPayee => ({
  name,
  address: [street, sound],
  memo: 'Pay',
  ledgers: [['6500', 1]],
  least,
  most,
  what: ['Wages'],
  kind: 'employee',
})

export const ferryCrew: readonly DemoPayee[] = [
  crew('Teodor Quill', '16 Rope Walk', 1480, 1920),
  crew('Mara Osgood', '2 Lamp Street', 1510, 1990),
  crew('Piet Vandermolen', '71 High Street', 2100, 2500),
  crew('Agnes Tolliver', '5 Chapel Steps', 1720, 2040),
  crew('Ruben Castellan', '38 Weir Street', 1460, 1840),
  crew('Hedda Nyström', '11 Lichen Cottages', 2240, 2610),
  crew('Calum Birdsall', '9 Rope Walk', 1390, 1710),
  crew('Inés Marrow', '64 High Street', 1620, 1900),
]

export const slipwaySuppliers: readonly DemoPayee[] = [
  supplier(
    'Ironmonger Yard Supply',
    '3 Foundry Lane',
    northmere,
    'Slipway',
    '6120',
    90,
    1900,
    ['Zinc anodes', 'Bolts, galvanised', 'Cradle timber'],
    { terms: 'net 30' },
  ),
  supplier('Hoist & Cradle Inspection', '18 Crane Road', gullhaven, 'Hoist 2', '6200', 300, 1200, [
    'Hoist inspection',
    'Wire rope renewal',
  ]),
  supplier(
    'Shoreline Timber',
    'Sawmill Road',
    northmere,
    'Larch and oak',
    '6120',
    260,
    3400,
    ['Larch planks', 'Oak frames'],
    { terms: '2/10 net 30' },
  ),
  supplier('Arc & Bead Welding Gases', '44 Cylinder Street', gullhaven, 'Cylinders', '6120', 70, 430, [
    'Argon',
    'Cylinder rent',
  ]),
  supplier(
    'Dovetail Tool Hire',
    '6 Bench Lane',
    sound,
    'Hire',
    '6200',
    45,
    620,
    ['Pressure washer', 'Scaffold tower'],
    { terms: 'net 14' },
  ),
  {
    ...supplier('Runa Pellam', '1 Cradle Yard', sound, 'Drawings', '3100', 500, 900, ['Drawings']),
    kind: 'owner',
  },
]
