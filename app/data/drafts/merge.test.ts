import { describe, expect, it } from 'vitest'
import { random } from '#core/base/random'
import { merged } from './merge'

describe('two changes of one form', () => {
  it('are one: what was changed here stays, what was changed there comes in, what neither changed is as it was', () => {
    const r = random(7)
    const names = ['a', 'b', 'c', 'd']
    for (let i = 0; i < 500; i++) {
      const base: Record<string, string> = {}
      for (const name of names) if (r.next() < 0.6) base[name] = 'was'
      const changed = (to: string) => {
        const touched = names.filter(() => r.next() < 0.4)
        const gone = new Set(touched.filter(() => r.next() < 0.3))
        const told = touched.map((name): [string, string] => [name, to])
        const all = Object.entries<string>({ ...base, ...Object.fromEntries(told) })
        const next: Record<string, string> = Object.fromEntries(all.filter(([name]) => !gone.has(name)))
        return { next, touched: new Set(touched.filter(n => next[n] !== base[n])) }
      }
      const [mine, theirs] = [changed('mine'), changed('theirs')]
      const both = merged(base, mine.next, theirs.next)
      for (const name of names) {
        const from = mine.touched.has(name) ? mine.next : theirs.touched.has(name) ? theirs.next : base
        expect(both[name]).toBe(from[name])
      }
    }
  })
  it('reach into the parts of a form, and take a list whole', () => {
    const base = { bill: { number: '', memo: '' }, lines: [1] }
    const mine = { bill: { number: 'A-7', memo: '' }, lines: [1] }
    const theirs = { bill: { number: '', memo: 'Oak' }, lines: [1, 2] }
    expect(merged(base, mine, theirs)).toEqual({ bill: { number: 'A-7', memo: 'Oak' }, lines: [1, 2] })
  })
})
