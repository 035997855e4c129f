import { deflateSync } from 'node:zlib'
import { MM_PER_POINT } from '../core/paper/length'
import type { Layer, Mark } from '../core/proof/marks'
import { sheets } from './work'
import type { Way } from './ways'

const n = (mm: number): string => (Math.round((mm / MM_PER_POINT) * 100) / 100).toString()
const escape = (text: string): string => text.replace(/[\\()]/g, '\\$&')

/**
 * Text, lines and boxes with hardly a thought: the least that a page of the same marks can cost. Not a PDF to
 * ship: built-in font, no MICR.
 */
function content(marks: readonly Mark[], h: number): string {
  const out: string[] = []
  let [x, y] = ['', '']
  for (const m of marks) {
    if (m.kind === 'text' || m.kind === 'micr') {
      ;[x, y] = [n(m.x), n(h - m.y)]
      out.push(
        `BT /F ${m.kind === 'text' ? m.size : 9} Tf ${x} ${y} Td (${escape(m.kind === 'text' ? m.text : m.text.replace(/[^\d]/g, '-'))}) Tj ET`,
      )
    } else if (m.kind === 'line')
      out.push(`${n(m.width)} w ${n(m.x)} ${n(h - m.y)} m ${n(m.x2)} ${n(h - m.y2)} l S`)
    else if (m.kind === 'rect') out.push(`${n(m.x)} ${n(h - m.y - m.h)} ${n(m.w)} ${n(m.h)} re S`)
  }
  return out.join('\n')
}

/** The limit: a bare byte writer, kept for measuring only. */
export const bare: Way = count => {
  const parts: Buffer[] = [Buffer.from('%PDF-1.7\n')]
  const offsets: number[] = []
  let length = parts[0]?.length ?? 0
  const put = (id: number, body: string, stream?: Buffer): void => {
    offsets[id] = length
    const bytes = stream
      ? Buffer.concat([
          Buffer.from(`${id} 0 obj\n${body}\nstream\n`),
          stream,
          Buffer.from('\nendstream\nendobj\n'),
        ])
      : Buffer.from(`${id} 0 obj\n${body}\nendobj\n`)
    parts.push(bytes)
    length += bytes.length
  }
  const forms = new Map<Layer, number>()
  const kids: number[] = []
  let id = 4
  for (const drawing of sheets(count)) {
    let page = ''
    for (const layer of drawing.layers) {
      if (!layer.shared) {
        page += content(layer.marks, drawing.h)
        continue
      }
      if (!forms.has(layer)) {
        const body = deflateSync(content(layer.marks, drawing.h))
        put(
          id,
          `<</Type/XObject/Subtype/Form/BBox[0 0 612 792]/Filter/FlateDecode/Length ${body.length}>>`,
          body,
        )
        forms.set(layer, id++)
      }
      page += '/X Do\n'
    }
    const body = deflateSync(page)
    put(id, `<</Filter/FlateDecode/Length ${body.length}>>`, body)
    put(id + 1, `<</Type/Page/Parent 2 0 R/Contents ${id} 0 R>>`)
    kids.push(id + 1)
    id += 2
  }
  put(1, '<</Type/Catalog/Pages 2 0 R>>')
  put(
    2,
    `<</Type/Pages/Count ${kids.length}/Kids[${kids.map(k => `${k} 0 R`).join(' ')}]/MediaBox[0 0 612 792]/Resources<</Font<</F 3 0 R>>/XObject<</X ${[...forms.values()][0] ?? 0} 0 R>>>>>>`,
  )
  put(3, '<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>')
  const xref = [
    `xref\n0 ${id}\n0000000000 65535 f \n`,
    ...Array.from(
      { length: id - 1 },
      (_, i) => `${String(offsets[i + 1] ?? 0).padStart(10, '0')} 00000 n \n`,
    ),
  ].join('')
  parts.push(Buffer.from(`${xref}trailer<</Size ${id}/Root 1 0 R>>\nstartxref\n${length}\n%%EOF`))
  return Promise.resolve(Buffer.concat(parts))
}
