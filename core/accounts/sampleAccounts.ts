import { countries, type Country } from '../base/country'
import { micrPatterns } from '../micr/pattern'
import { accountFactsSchema, type AccountFacts } from '../proof/facts'

/** A ready-made account of a country, to be copied and changed. All names and numbers are made up. */
export interface SampleAccount {
  readonly key: string
  readonly country: Country
  readonly name: string
  readonly stock: string
  readonly layout: string
  readonly facts: AccountFacts
}

const patternOf = (id: string): unknown => micrPatterns.find(p => p.pattern.id === id)?.pattern
const company = { name: ['Pellam Sound Ferry Cooperative'], address: ['14 Slipway Road', 'Pellam Sound'] }

const samples: readonly (Omit<SampleAccount, 'facts'> & { readonly facts: Record<string, unknown> })[] = [
  {
    key: 'us',
    country: 'US',
    name: 'United States, letter',
    stock: 'check-over-two-stubs-blank',
    layout: 'letter-top',
    facts: {
      bank: { name: 'First Lantern Bank', address: ['1 Beacon Square'] },
      fraction: '12-3456/1234',
      routing: '123456780',
      account: '0048-2215-7',
      pattern: patternOf('us-business'),
      currency: { sign: '$', name: 'dollars' },
    },
  },
  {
    key: 'us-six-inch',
    country: 'US',
    name: 'United States, 6 in checks with counterfoil',
    stock: 'three-checks-counterfoil-blank',
    layout: 'us-three-checks-counterfoil',
    facts: {
      bank: { name: 'First Lantern Bank', address: ['1 Beacon Square'] },
      fraction: '12-3456/1234',
      routing: '123456780',
      account: '0048-2215-7',
      pattern: patternOf('us-six-inch'),
      currency: { sign: '$', name: 'dollars' },
    },
  },
  {
    key: 'ca',
    country: 'CA',
    name: 'Canada, letter',
    stock: 'check-over-two-stubs-blank',
    layout: 'ca-check-over-two-stubs',
    facts: {
      bank: { name: 'Banque du Phare', address: ['8, quai du Nord'] },
      fraction: '',
      routing: '01234-567',
      account: '123-456-7',
      pattern: patternOf('ca-business'),
      currency: { sign: '$', name: 'dollars' },
    },
  },
  {
    key: 'in',
    country: 'IN',
    name: 'India, CTS on A4',
    stock: 'a4-remittance-over-check-blank',
    layout: 'in-a4-remittance-over-check',
    facts: {
      bank: { name: 'Lighthouse Coast Bank', address: ['Harbour Branch'] },
      fraction: '',
      routing: '400123004',
      account: '50100012345678',
      part: '012345',
      code: '29',
      pattern: patternOf('in-cts'),
      currency: { sign: '₹', name: 'rupees', minor: 'paise' },
    },
  },
  {
    key: 'gb',
    country: 'GB',
    name: 'United Kingdom, A4',
    stock: 'a4-remittance-over-check-blank',
    layout: 'gb-a4-remittance-over-check',
    facts: {
      bank: { name: 'Northmere & Sound Bank', address: ['3 Quay Street'] },
      fraction: '',
      routing: '12-34-56',
      account: '12345678',
      code: '29',
      pattern: patternOf('gb-common'),
      currency: { sign: '£', name: 'pounds', minor: 'pence' },
    },
  },
]

/** One sample or more for every country whose customs are known. */
export const sampleAccounts: readonly SampleAccount[] = countries.flatMap(country =>
  samples
    .filter(s => s.country === country)
    .map(s => ({ ...s, facts: accountFactsSchema.parse({ ...s.facts, country, company }) })),
)
