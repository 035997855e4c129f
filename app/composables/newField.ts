import { never } from '#core/base/result'
import { freeId } from '#core/paper/arrange'
import type { FieldKind } from '#core/paper/kinds'
import { fieldSchema, type Field, type Layout } from '#core/paper/layout'
import { panelOf, rolesOf, type PanelRole, type Stock } from '#core/paper/stock'

const onStub = new Set<FieldKind>(['stubTable', 'payTable', 'stubTotal'])
const kebab = (kind: string): string => kind.replaceAll(/[A-Z]/g, c => `-${c.toLowerCase()}`)

/**
 * A new field of a kind, of a usual size, in the middle of the panel where such fields stand; it passes
 * through the layout's own gate.
 */
export function newField(kind: FieldKind, layout: Layout, stock: Stock): Field {
  const roles = rolesOf(stock)
  const role: PanelRole = onStub.has(kind) ? (roles.find(r => r !== 'check') ?? 'check') : 'check'
  const panel = panelOf(stock, role, 1) ?? { w: 200, h: 80 }
  const id = freeId(layout, kebab(kind))
  if (kind === 'micr') return fieldSchema.parse({ kind, id, panel: 'check', on: true })
  const place = (w: number, h: number): object => ({
    id,
    panel: role,
    on: true,
    x: Math.round((panel.w - w) / 2),
    y: Math.round((panel.h - h) / 2),
    w,
    h,
  })
  const type = { face: 'sans', size: 9, least: 6.5, align: 'left' }
  const wide = Math.min(panel.w - 24, 190)
  const made = (): object => {
    switch (kind) {
      case 'payerName':
      case 'payerAddress':
      case 'bankName':
      case 'bankAddress':
      case 'bankCode':
      case 'accountNumber':
      case 'fraction':
      case 'number':
      case 'payeeAddress':
      case 'currencyName':
      case 'memo':
      case 'stubTotal':
      case 'payee':
        return { ...place(70, kind.endsWith('Address') ? 14 : 5), type }
      case 'date':
        return { ...place(40, 5), type, pattern: 'MMM D, YYYY' }
      case 'amountFigures':
        return { ...place(40, 6), type: { ...type, align: 'right' }, sign: true, stars: 2 }
      case 'amountWords':
        return { ...place(wide, 5.5), type, fill: 'stars' }
      case 'text':
        return { ...place(60, 5), type, text: 'Text' }
      case 'crossing':
        return { ...place(26, 18), type, text: 'A/c payee' }
      case 'voidAfter':
        return { ...place(50, 4.5), type: { ...type, size: 8 }, days: 90 }
      case 'signature':
        return {
          ...place(70, 12),
          type: { ...type, size: 6.5, least: 6, align: 'center' },
          caption: { side: 'below', size: 6.5 },
        }
      case 'signatureImage':
        return place(46, 12)
      case 'overlay':
        return { ...place(wide, 50), words: 'NON-NEGOTIABLE', darkness: 14 }
      case 'microprint':
        return place(70, 0.6)
      case 'logo':
      case 'bankLogo':
        return place(18, 18)
      case 'stubTable':
        return {
          ...place(wide, 55),
          type: { ...type, size: 8.5 },
          rowHeight: 4.7,
          columns: [
            { what: 'reference', title: '', w: wide * 0.2 },
            { what: 'date', title: '', w: wide * 0.14 },
            { what: 'description', title: '', w: wide * 0.48 },
            { what: 'amount', title: '', w: wide * 0.18 },
          ],
        }
      case 'payTable':
        return { ...place(wide, 45), type: { ...type, size: 8.5 }, rowHeight: 4.7 }
      case 'line':
        return { ...place(60, 0), width: 0.2 }
      case 'rect':
        return { ...place(40, 10), width: 0.3 }
      case 'ground':
        return place(wide, 50)
      case 'image':
        throw new RangeError('an image is added with its picture')
      default:
        return never(kind)
    }
  }
  return fieldSchema.parse({ kind, ...made() })
}
