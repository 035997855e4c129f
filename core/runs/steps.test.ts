import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { good, refuse } from '../base/result'
import type { Run } from './run'
import { runSteps, stateOfStep, stepLines, stepOf, type StepKnown } from './steps'

const runOf = (of: Partial<Run>): Run =>
  ({
    state: 'prepared',
    order: 'payee',
    paymentIds: ['a', 'b'],
    top: null,
    checks: [],
    printedAt: '',
    countedAt: '',
    ...of,
  }) as unknown as Run
const planned = { field: (field: string) => refuse('x', 'x', { field }), good: good([]) }
const fresh: StepKnown = { back: undefined, planned: planned.good, approved: false }
const loaded = runOf({ top: 101 as never })

describe('the step a run stands at', () => {
  it.each([
    ['nothing is begun', undefined, fresh, 'pick'],
    ['it is not loaded', runOf({}), fresh, 'load'],
    ['it is loaded', loaded, fresh, 'proof'],
    ['its proof was approved', loaded, { ...fresh, approved: true }, 'print'],
    ['one went back to picking', loaded, { ...fresh, approved: true, back: 'pick' as const }, 'pick'],
    ['one went back to loading', loaded, { ...fresh, back: 'load' as const }, 'load'],
    [
      'a payment no longer waits',
      loaded,
      { ...fresh, approved: true, planned: planned.field('payments') },
      'pick',
    ],
    [
      'a number was used meanwhile',
      loaded,
      { ...fresh, approved: true, planned: planned.field('top') },
      'load',
    ],
    ['it is on paper', runOf({ state: 'at the printer' }), { ...fresh, back: 'pick' as const }, 'count off'],
    ['it is counted off', runOf({ state: 'counted off' }), fresh, 'done'],
    ['it was dropped', runOf({ state: 'dropped' }), { ...fresh, back: 'load' as const }, 'done'],
  ])('%s', (_, run, known, step) => expect(stepOf(run, known)).toBe(step))

  it('has what is behind it done and what is to come closed, wherever it is', () => {
    fc.assert(
      fc.property(fc.constantFrom(...runSteps), now => {
        const told = runSteps.map(step => stateOfStep(step, now))
        expect(told.filter(x => x === 'open')).toHaveLength(1)
        expect([...told].sort((a, b) => 'dol'.indexOf(a[0]!) - 'dol'.indexOf(b[0]!))).toEqual(told)
      }),
    )
  })

  it('says in a line what each step came to', () => {
    const how = { total: '$7.00', sheets: 1, moment: (at: string) => `at ${at}` }
    expect(stepLines(loaded, how)).toMatchObject({
      pick: '2 checks, $7.00, order payee',
      load: '101 on the top sheet',
      proof: '1 sheet checked',
      print: '',
    })
    const checks = [
      { number: 101, outcome: { kind: 'good' } },
      { number: 102, outcome: { kind: 'spoiled', why: 'x' } },
    ] as unknown as Run['checks']
    const done = runOf({ state: 'counted off', checks, printedAt: 'noon', countedAt: 'one' })
    expect(stepLines(done, how)).toMatchObject({
      proof: 'checked',
      print: '101 to 102, at noon',
      'count off': '1 good, 1 spoiled, 0 never came out',
    })
    expect(new Set(Object.values(stepLines(undefined, how)))).toEqual(new Set(['']))
  })
})
