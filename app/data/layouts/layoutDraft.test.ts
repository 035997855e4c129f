import { describe, expect, it } from 'vitest'
import { random } from '#core/base/random'
import { layoutById } from '#core/paper/builtIn'
import type { Field, Layout } from '#core/paper/layout'
import { layoutDraftOf, mergedLayouts, type LayoutDraft } from './layoutDraft'

const common = layoutById('us-three-checks')!
const over = (fields: readonly Field[], settings: Partial<Layout> = {}): LayoutDraft => ({
  from: 1,
  common: { ...common, ...settings, fields: [...fields] },
  owns: {},
})

describe('one layout edited in two tabs', () => {
  it('has what either tab changed, and is a layout that can be saved', () => {
    const r = random(11)
    for (let i = 0; i < 200; i++) {
      const owner = new Map(common.fields.map(f => [f.id, Math.floor(r.next() * 3)]))
      // Each tab switches its own fields on or off, and removes some of them.
      const gone = new Set(common.fields.filter(() => r.next() < 0.1).map(f => f.id))
      const by = (tab: number): Field[] =>
        common.fields
          .filter(f => owner.get(f.id) !== tab || !gone.has(f.id))
          .map(f => (owner.get(f.id) === tab ? ({ ...f, on: !f.on } as Field) : f))
      const theirs = over(by(2), { name: 'Renamed there' })
      const both = mergedLayouts(over(common.fields), over(by(1)), theirs)
      expect(layoutDraftOf(both)).toBeDefined()
      expect(both.common.name).toBe('Renamed there')
      const wanted = common.fields
        .filter(f => owner.get(f.id) === 0 || !gone.has(f.id))
        .map(f => [f.id, owner.get(f.id) === 0 ? f.on : !f.on])
      expect(both.common.fields.map(f => [f.id, f.on])).toEqual(wanted)
    }
  })
})
