import type { Country } from '../base/country'
import type { Locale } from '../money/locale'
import checkFaces from './data/check-faces.json'
import stubFaces from './data/stub-faces.json'
import { layoutSchema, type Layout } from './layout'
import { panelOf, rolesOf, type Panel, type Stock } from './stock'

/** The locale that a new layout of a country begins with. */
export const localeOf: Readonly<Record<Country, Locale>> = {
  US: 'en-US',
  CA: 'en-CA',
  IN: 'en-IN',
  GB: 'en-GB',
}

interface Size {
  readonly w: number
  readonly h: number
}
interface FaceField {
  readonly id: string
  readonly kind: string
  readonly columns?: readonly { readonly w: number }[]
  readonly x?: number
  readonly y?: number
  readonly w?: number
  readonly h?: number
  readonly type?: { readonly size: number; readonly least: number }
  readonly caption?: { readonly size?: number } | undefined
}
interface Face extends Size {
  readonly id: string
  readonly fields: readonly FaceField[]
}

const round = (n: number): number => Math.round(n * 100) / 100
/**
 * An edge left of the middle keeps its distance from the left, one right of it its distance from the right;
 * the same up and down.
 */
const edge = (at: number, from: number, to: number): number => (at <= from / 2 ? at : at + to - from)
const CLEAR = 15.875

/**
 * Moves the fields of a face onto a panel of another size. Across, edges keep their distance from the
 * nearer side; down, a check is stretched above its clear band, and a stub keeps its distance from the
 * nearer edge.
 */
function fitted(face: Face, panel: Panel): FaceField[] {
  const down =
    panel.role === 'check'
      ? (y: number): number => (y * (panel.h - CLEAR)) / (face.h - CLEAR)
      : (y: number): number => edge(y, face.h, panel.h)
  return face.fields.map(f => {
    if (f.x === undefined || f.y === undefined || f.w === undefined || f.h === undefined) return f
    const [x, y] = [edge(f.x, face.w, panel.w), down(f.y)]
    const w = edge(f.x + f.w, face.w, panel.w) - x
    const scale = w / f.w
    return {
      ...f,
      x: round(x),
      y: round(y),
      w: round(w),
      h: round(down(f.y + f.h) - y),
      ...(f.columns && { columns: f.columns.map(c => ({ ...c, w: Math.floor(c.w * scale * 100) / 100 })) }),
    }
  })
}

function faceFor(panel: Panel, country: Country): Face {
  if (panel.role === 'counterfoil') return stubFaces.find(f => f.id === 'counterfoil') as Face
  if (panel.role !== 'check') return stubFaces.find(f => f.id === 'stub-wide') as Face
  const own = checkFaces.filter(f => f.country === country)
  const near = (f: Size): number => Math.abs(f.w - panel.w)
  const nearest = [...own].sort((a, b) => near(a) - near(b))[0] as Face
  return panel.w < nearest.w * MUCH_NARROWER ? narrowed(nearest, panel.w) : nearest
}

/** A panel so much narrower than the nearest face has no room for fields that keep their width. */
const MUCH_NARROWER = 0.85
/** Letters are made smaller only so far: below this they are hard to read. */
const LEAST_TYPE = 0.72
/** Many printers print nothing nearer to the edge: margins are not drawn together with the rest. */
const MARGIN = 4.5
/** On a low check the crossing would come too near to the upper edge. */
const CROSSING_TOP = 6.5
/** A face drawn together to another width: places and widths in proportion, letters with them as far as they can be read. */
function narrowed(face: Face, w: number): Face {
  const by = (w - 2 * MARGIN) / (face.w - 2 * MARGIN)
  const smaller = (size: number): number => Math.round(size * Math.max(by, LEAST_TYPE) * 4) / 4
  return {
    ...face,
    w,
    fields: face.fields.map(f => ({
      ...f,
      ...(f.x !== undefined && { x: MARGIN + (f.x - MARGIN) * by }),
      ...(f.w !== undefined && { w: f.w * by }),
      ...(f.columns && { columns: f.columns.map(c => ({ ...c, w: c.w * by })) }),
      ...(f.type && { type: { ...f.type, size: smaller(f.type.size), least: smaller(f.type.least) } }),
      ...(f.caption?.size && { caption: { ...f.caption, size: smaller(f.caption.size) } }),
      // Left of it the caption would lie over its neighbour.
      ...(f.kind === 'accountNumber' && { caption: undefined }),
      ...(f.kind === 'crossing' && f.y !== undefined && { y: Math.max(f.y, CROSSING_TOP) }),
    })),
  }
}

/**
 * A layout to begin with for any stock, by the customs of a country: every panel gets its fields, none
 * outside, nothing in the clear band.
 */
export function startingLayout(
  stock: Stock,
  country: Country,
  of: { id: string; code: string; name: string },
): Layout {
  const fields = rolesOf(stock).flatMap(role => {
    const panel = panelOf(stock, role, 1)
    if (!panel) return []
    return fitted(faceFor(panel, country), panel).map(f => ({
      ...f,
      id: role === 'check' ? f.id : `${role}-${f.id}`,
      panel: role,
      on: true,
    }))
  })
  return layoutSchema.parse({
    format: 'violet-lane/layout',
    version: 1,
    ...of,
    purpose: 'both',
    stock: stock.id,
    unit: country === 'US' || country === 'CA' ? 'in' : 'mm',
    locale: localeOf[country],
    ink: '#1a1822',
    captionInk: '#4c4658',
    groundInk: '#d9d0ea',
    fields,
  })
}
