import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { moveFields, withFields } from '#core/paper/arrange'
import { builtInLayouts, stockById } from '#core/paper/builtIn'
import { sampleAccounts } from '#core/accounts/sampleAccounts'
import { proofer } from '#core/proof/compose'
import { checkOf } from '#core/proof/test/sample'
import { marksSvg } from '#core/render/svg'
import { fieldDrawer } from './fieldDrawing'

/** The marks of SVG text, each by itself, in no order. */
const pieces = (svg: string): string[] =>
  (svg.match(/<(?:text|path|rect|image)[^>]*>(?:[^<]*<\/text>)?/g) ?? []).sort()

describe('the drawing of the Light table', () => {
  it('is the drawing of the proof, field by field, whatever is moved or switched, in every shipped layout', () => {
    fc.assert(
      fc.property(
        fc.nat(builtInLayouts().length - 1),
        fc.array(fc.tuple(fc.nat(40), fc.integer({ min: -300, max: 300 }), fc.boolean()), { maxLength: 6 }),
        fc.boolean(),
        (which, edits, advice) => {
          const draw = fieldDrawer()
          let layout = builtInLayouts()[which]!
          const stock = stockById(layout.stock)!
          const account = sampleAccounts.find(a => a.layout === layout.id)?.facts ?? sampleAccounts[0]!.facts
          const check = checkOf(900, 3, advice ? { advice: true } : {})
          draw(layout, stock, account, check)
          for (const [at, by, off] of edits) {
            const id = new Set([layout.fields[at % layout.fields.length]!.id])
            layout = off
              ? withFields(layout, id, f => ({ ...f, on: !f.on }))
              : moveFields(layout, id, by / 10, by / 20)
            // Drawn after every edit by the same drawer, so that what it kept from before is told apart.
            const views = draw(layout, stock, account, check)
            const whole = proofer(layout, stock, account)
              .sheet([check])
              .drawing.layers.flatMap(l => l.marks)
              .filter(m => !('field' in m) || m.field !== 'advice')
            expect(pieces(views.map(v => v.under + v.over).join(''))).toEqual(pieces(marksSvg(whole)))
          }
        },
      ),
      { numRuns: 60 },
    )
  })
})
