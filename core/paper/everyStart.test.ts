import { describe, expect, it } from 'vitest'
import { countries } from '../base/country'
import { sampleAccounts } from '../accounts/sampleAccounts'
import { proofer } from '../proof/compose'
import { builtInStocks } from './builtIn'
import { startingLayout } from './startingLayout'
import { panelOf } from './stock'

describe('a layout to begin with', () => {
  const cases = builtInStocks.flatMap(stock => countries.map(country => [stock.id, country, stock] as const))
  it.each(cases)('%s by the customs of %s has nothing wrong on its own sheet', (_, country, stock) => {
    const account = sampleAccounts.find(a => a.country === country)!.facts
    const isShort = panelOf(stock, 'check', 1)!.w < 160
    // On six inches the serial number is in the on-us field.
    const pattern = isShort
      ? sampleAccounts.find(a => a.key === 'us-six-inch')!.facts.pattern
      : account.pattern
    const layout = startingLayout(stock, country, { id: 'new', code: 'N', name: 'New' })
    const made = proofer(layout, stock, { ...account, ...(country === 'US' && { pattern }) })
    const notes = made.notes.filter(n => !(isShort && n.field === 'micr'))
    expect(notes.map(n => `${n.severity} ${n.field}: ${n.text}`)).toEqual([])
  })
})
