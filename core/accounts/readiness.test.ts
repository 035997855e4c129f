import { expect, it } from 'vitest'
import { account, company } from '../office/test/office'
import { layoutById, stockById } from '../paper/builtIn'
import { error, warning } from '../proof/note'
import { isReady, printsMicr, readiness, type ReadyKnown } from './readiness'

const stock = stockById('check-over-two-stubs-blank')!
const layout = layoutById('letter-top')!
const known: ReadyKnown = {
  ...{ account, company, stock, layout, layoutNotes: [], highestNumber: 9999 },
  ...{ sampled: true, hasPayments: true, hasPrinted: true },
}
const without = { ...layout, fields: layout.fields.filter(f => f.kind !== 'micr') }
const told = (more: Partial<ReadyKnown>) =>
  readiness({ ...known, ...more }).map(({ step, state, text }) => `${step} ${state}: ${text}`)

it('an account that can print says so, step by step', () => {
  expect(told({})).toEqual([
    'company done: Pellam Slipway Works',
    'account done: First Lantern Bank',
    `stock done: ${stock.name}`,
    'layout done: Check over two stubs',
    'sample done: Sample printed',
    'first payment done: Payments drawn',
    'first run done: Run printed',
  ])
})
it.each<[string, Partial<ReadyKnown>]>([
  ['company wanted: Enter the name of the company.', { company: { ...company, name: [] } }],
  ['company wanted: Enter the name of the company.', { company: { ...company, name: [''] } }],
  ['account wanted: Mark the account as used for checks.', { account: { ...account, forChecks: false } }],
  [
    'account wanted: Enter the name of the bank.',
    { account: { ...account, bank: { ...account.bank, name: '' } } },
  ],
  [
    'account wanted: Enter the account number, which the MICR line needs.',
    { account: { ...account, account: '' } },
  ],
  ['account done: First Lantern Bank', { account: { ...account, account: '' }, layout: without }],
  ['account done: First Lantern Bank', { account: { ...account, routing: '1' }, layout: without }],
  ['stock wanted: Choose a stock.', { stock: undefined }],
  ['account done: First Lantern Bank', { stock: undefined }],
  ['layout wanted: Choose a layout.', { layout: undefined }],
  [
    'layout wanted: Correct the layout: It hides.',
    { layoutNotes: [warning('w', 'memo', 'it is long'), error('e', 'memo', 'it hides')] },
  ],
  ['layout done: Check over two stubs', { layoutNotes: [warning('w', 'memo', 'it is long')] }],
  ['sample later: Print a sample on plain paper and hold it against the stock', { sampled: false }],
  ['first payment later: Draw the first payment', { hasPayments: false }],
  ['first run later: Print it in a first run', { hasPrinted: false }],
])('%s', (line, more) => {
  expect(told(more)).toContain(line)
  expect(isReady(readiness({ ...known, ...more }))).toBe(!told(more).some(l => l.includes(' wanted: ')))
})
it('a bank’s code that is none, and numbers too long for their place, are wanted to be put right', () => {
  expect(told({ account: { ...account, routing: '123456789' } })[1]).toMatch(/^account wanted: .*12345678/)
  expect(told({ highestNumber: 9_999_999 })[1]).toMatch(/^account wanted: /)
})
it('the MICR line is printed by us where the layout has it and the stock does not', () => {
  const micr = layout.fields.find(f => f.kind === 'micr')!
  expect(printsMicr(layout, stock)).toBe(true)
  expect(printsMicr(without, stock)).toBe(false)
  expect(printsMicr({ ...layout, fields: [{ ...micr, on: false }] }, stock)).toBe(false)
  expect(printsMicr(layout, { ...stock, carries: [{ role: 'check', kind: 'micr' }] })).toBe(false)
})
