import { describe, expect, it } from 'vitest'
import { builtInLayouts, builtInStocks } from './builtIn'
import { fieldKinds } from './kinds'
import { isBoxed } from './layout'
import { within } from './length'
import { newField } from './newField'
import { panelOf } from './stock'

describe('a new field', () => {
  it('of every kind stands whole on its panel, under a key of its own, on every stock that ships', () => {
    const [layout] = builtInLayouts()
    for (const stock of builtInStocks)
      for (const kind of fieldKinds) {
        if (kind === 'image') continue
        const field = newField(kind, layout!, stock)
        expect(layout!.fields.map(f => f.id)).not.toContain(field.id)
        const panel = panelOf(stock, field.panel, 1)
        expect([kind, panel !== undefined]).toEqual([kind, true])
        if (isBoxed(field) && panel && field.h < panel.h && field.w < panel.w)
          expect(within({ ...field, x: panel.x + field.x, y: panel.y + field.y }, panel)).toBe(true)
      }
  })
})
