import { expect, it } from 'vitest'
import * as fc from 'fast-check'
import { addText, emptySum, removeText, sumText } from './multisetHash'

it('is the same for the same texts in any order, whatever came and went, and another for others', () => {
  fc.assert(
    fc.property(
      fc.array(fc.string(), { maxLength: 8 }),
      fc.array(fc.string(), { maxLength: 4 }),
      (texts, gone) => {
        const [there, back] = [emptySum(), emptySum()]
        for (const text of texts) addText(there, text)
        for (const text of [...gone, ...[...texts].reverse()]) addText(back, text)
        for (const text of gone) removeText(back, text)
        expect(sumText(back)).toBe(sumText(there))
        expect(sumText(there) === '').toBe(texts.length === 0)
        if (!texts.length) return
        // A text twice is another set than the same text once.
        addText(back, texts[0]!)
        expect(sumText(back)).not.toBe(sumText(there))
      },
    ),
  )
})
