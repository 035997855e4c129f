import { expect, it } from 'vitest'
import { account, company } from '../office/test/office'
import { layoutById, stockById } from '../paper/builtIn'
import { error, warning } from '../proof/note'
import { isReady, printsMicr, readiness, type ReadyKnown } from './readiness'

const stock = stockById('check-over-two-stubs-blank')!
const layout = layoutById('letter-top')!
const known: ReadyKnown = {
  ...{ account, company, stock, layout, layoutNotes: [], highestNumber: 9999 },
  ...{ sampled: true, payments: 2, runs: 1 },
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
    'sample done: a sample was printed',
    'first payment done: payments were drawn',
    'first run done: a run was printed',
  ])
})
it.each<[string, Partial<ReadyKnown>]>([
  ['company wanted: the company’s name is missing', { company: { ...company, name: [] } }],
  ['company wanted: the company’s name is missing', { company: { ...company, name: [''] } }],
  ['account wanted: the account is marked as not for checks', { account: { ...account, forChecks: false } }],
  [
    'account wanted: the bank’s name is missing',
    { account: { ...account, bank: { ...account.bank, name: '' } } },
  ],
  [
    'account wanted: the account number is missing, and the MICR line needs it',
    { account: { ...account, account: '' } },
  ],
  ['account done: First Lantern Bank', { account: { ...account, account: '' }, layout: without }],
  ['account done: First Lantern Bank', { account: { ...account, routing: '1' }, layout: without }],
  ['stock wanted: no stock is chosen', { stock: undefined }],
  ['account done: First Lantern Bank', { stock: undefined }],
  ['layout wanted: no layout is chosen', { layout: undefined }],
  [
    'layout wanted: the layout has an error: it hides',
    { layoutNotes: [warning('w', 'memo', 'it is long'), error('e', 'memo', 'it hides')] },
  ],
  ['layout done: Check over two stubs', { layoutNotes: [warning('w', 'memo', 'it is long')] }],
  ['sample later: print a sample on plain paper and hold it against the stock', { sampled: false }],
  ['first payment later: draw the first payment', { payments: 0 }],
  ['first run later: put it on paper in a first run', { runs: 0 }],
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
