import fc from 'fast-check'
import PostalMime from 'postal-mime'
import { describe, expect, it } from 'vitest'
import { mailAddress } from '#core/mail/mail'
import { writeMail } from './writeMail'

const plain = fc.string({ maxLength: 60 }).map(s => s.replaceAll(/[\p{Cc}\p{Cs}\uFFFD]/gu, ''))
const word = fc.constantFrom('Cobalt Rope & Rigging', 'Café “Étoile”', '綱具', 'x', 'Mara Osgood')

describe('a message with a PDF', () => {
  it('is read back by another library as it was written: addresses, subject, text and every byte', async () => {
    await fc.assert(
      fc.asyncProperty(
        word,
        plain,
        plain,
        fc.uint8Array({ minLength: 1, maxLength: 400 }),
        async (name, subject, text, bytes) => {
          const words = {
            to: 'desk@cobalt.example',
            subject: `A ${subject.trim()}`.trim(),
            text: `Dear ${name},\n\n${text}\nend`,
          }
          const raw = writeMail(
            words,
            { name, address: 'pay@pellam.example' },
            { name: 'advice-4281.pdf', bytes },
          )
          expect(raw.split('\r\n').every(line => line.length < 999)).toBe(true)
          const read = await PostalMime.parse(raw)
          expect(read.to?.[0]?.address).toBe(words.to)
          expect(read.from?.address).toBe('pay@pellam.example')
          expect(read.from?.name).toBe(name)
          expect(read.subject?.replaceAll(/\s+/g, ' ')).toBe(words.subject.replaceAll(/\s+/g, ' '))
          expect(read.text?.replaceAll('\r\n', '\n').trim()).toBe(words.text.trim())
          const [pdf] = read.attachments
          expect([pdf?.filename, pdf?.mimeType]).toEqual(['advice-4281.pdf', 'application/pdf'])
          expect(new Uint8Array(pdf?.content as ArrayBuffer)).toEqual(bytes)
        },
      ),
      { numRuns: 150 },
    )
  })
  it.each([
    '',
    'x',
    'a@b',
    'a b@c.example',
    'a@b.example, c@d.example',
    'a@b.example\nBcc: x@y.example',
    '"x"@y.example',
  ])('goes to nobody at “%s”', text => {
    expect(mailAddress(text, 'to').ok).toBe(false)
  })
})
