import { random, type Random } from '../../base/random'
import type { GreyImage } from '../../micr/darkness'
import { straighten, type Projection } from '../../paper/straighten'
import { invert } from '../affine'
import { deviationMap, fitLines, type Deviation } from '../fit'
import { BAR, barsOf, barSpots, SQUARE, squares } from '../fitSheet'

/** A made-up printer and the scan or photo of its fit sheet. */
export interface ScanSetting {
  readonly dpi: number
  readonly deviation: Deviation
  readonly turn: number
  /** Perspective of a photo: change of scale a millimetre from the middle. */ readonly slant: number
  readonly noise: number
  readonly shadow: number
  readonly around: number
  readonly quarter: number
  readonly squares?: boolean
  readonly fault?: ScanFault
  /** What lies along sides of the glass, whichever way the sheet lies on it. */
  readonly along?: readonly Along[]
  /** Key of the stock whose sheet it is. */ readonly stock?: string
}

/**
 * What is wrong with how a sheet lies on the glass: a dark strip or a shadow along an edge, an edge bowed,
 * another white sheet that looks out.
 */
export const scanFaults = ['strip', 'shadow', 'bow', 'sheet'] as const
interface ScanFault {
  readonly kind: (typeof scanFaults)[number]
  readonly side: 'left' | 'right' | 'top' | 'foot'
  readonly mm: number
}

const sides = ['left', 'top', 'right', 'foot'] as const
/** A lid's rim of the grey around, or another white sheet that looks out; parallel to the sheet, or skewed. */
export interface Along {
  readonly side: (typeof sides)[number]
  readonly kind: 'rim' | 'sheet'
  /** How wide it is at the one end and at the other, in mm. */
  readonly from: number
  readonly to: number
}
/** Something along one to four sides of the glass, all of one kind. */
export function anyAlong(r: Random): Along[] {
  const kind = r.one(['rim', 'rim', 'sheet'] as const)
  const first = r.between(0, 3)
  const wide = 0.2 + r.next() * 4
  const [alike, skewed] = [r.next() < 0.3, r.next() < 0.4]
  return Array.from({ length: r.between(1, 4) }, (_, i) => {
    const from = alike ? wide : 0.2 + r.next() * 4
    return { side: sides[(first + i) % 4]!, kind, from, to: skewed ? from * r.next() : from }
  })
}
const beside = ({ side, quarter }: { side: Along['side']; quarter: number }): Along['side'] =>
  sides[(sides.indexOf(side) + 4 - quarter) % 4]!

/**
 * A random printer and scanner, as the figures of the fit ask: shift to 6 mm, stretch 96 to 104 %, turn to
 * 1.5 degrees; scans with noise, shadow, turn; photos with slant.
 */
export function anySetting(seed: number): ScanSetting {
  const r = random(seed)
  const within = (n: number): number => (r.next() * 2 - 1) * n
  // A printer stretches both ways alike, but for a little in the feed.
  const evenly = (k: number, more: number) => ({ x: k, y: k + more })
  const photo = r.next() < 0.4
  return {
    dpi: r.one([150, 150, 200, 300]),
    deviation: {
      shift: { x: within(6), y: within(6) },
      stretch: evenly(1 + within(0.04), within(0.0012)),
      turn: within(1.5),
    },
    turn: within(2),
    slant: photo ? within(0.0004) : 0,
    noise: r.between(2, 12),
    shadow: r.next() * 30,
    around: r.between(30, 130),
    quarter: r.one([0, 0, 0, 2]),
  }
}

/** The picture: the paper on something darker, with the squares and lines where that printer puts them. */
export function fitScan(w: number, h: number, set: ScanSetting, seed: number): GreyImage {
  const r = random(seed * 31 + 7)
  const per = set.dpi / 25.4
  const rim = 16 * per
  const [W, H] = set.quarter % 2 ? [h, w] : [w, h]
  const [iw, ih] = [Math.round(W * per + 2 * rim), Math.round(H * per + 2 * rim)]
  const [cos, sin] = [Math.cos((set.turn * Math.PI) / 180), Math.sin((set.turn * Math.PI) / 180)]
  const place = (x: number, y: number): { x: number; y: number } => {
    const [dx, dy] = [(x - W / 2) * per, (y - H / 2) * per]
    const [px, py] = [dx * cos - dy * sin, dx * sin + dy * cos]
    const k = 1 + (set.slant * py + set.slant * 0.5 * px) / per
    return { x: iw / 2 + px / k, y: ih / 2 + py / k }
  }
  const real = [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ]
  const turned = [
    { x: 0, y: 0 },
    { x: W, y: 0 },
    { x: W, y: H },
    { x: 0, y: H },
  ].map(p => place(p.x, p.y))
  const back = straighten(real.map((_, i) => ({ seen: real[(i + set.quarter) % 4]!, real: turned[i]! })))!
  const undo = invert(deviationMap(set.deviation))
  const data = new Uint8Array(iw * ih)
  const boxes = [
    ...(set.squares === false
      ? []
      : squares(w, h).map(s => [s.x - SQUARE / 2, s.y - SQUARE / 2, SQUARE, SQUARE] as const)),
    ...barSpots(w, h).map(({ first, second }, i) => {
      const at = barsOf(set.stock ?? 'stock')[i] ? first : second
      return [at.x - BAR / 2, at.y - BAR / 2, BAR, BAR] as const
    }),
    ...fitLines(w, h).map(l =>
      l.edge === 'top' || l.edge === 'foot'
        ? ([l.at.x - 12, l.at.y - 0.1, 24, 0.2] as const)
        : ([l.at.x - 0.1, l.at.y - 12, 0.2, 24] as const),
    ),
  ]
  // Which boxes touch which square millimetre, so that most samples look at none.
  const cellsWide = Math.ceil(w) + 1
  const cells: (typeof boxes)[] = []
  for (const box of boxes)
    for (let y = Math.floor(box[1]); y <= box[1] + box[3]; y++)
      for (let x = Math.floor(box[0]); x <= box[0] + box[2]; x++) (cells[y * cellsWide + x] ??= []).push(box)
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = back as Projection
  const [a, b, c, d, e, f] = undo
  // Written out in full: an image has millions of samples.
  const fault = set.fault
  const depthOf = (px: number, py: number): number =>
    ({ left: px, right: w - px, top: py, foot: h - py })[fault!.side]
  const along = (set.along ?? []).map(l => ({ ...l, at: beside({ side: l.side, quarter: set.quarter }) }))
  // How deep inside the paper a place lies by a side, and how far along it, with the clock.
  const inside = (px: number, py: number) => ({
    left: [px, 1 - py / h] as const,
    top: [py, px / w] as const,
    right: [w - px, py / h] as const,
    foot: [h - py, 1 - px / w] as const,
  })
  const sample = (x: number, y: number): number => {
    const k = m6 * x + m7 * y + m8
    let px = (m0 * x + m1 * y + m2) / k
    let py = (m3 * x + m4 * y + m5) / k
    if (fault?.kind === 'bow') {
      if (fault.side === 'left' || fault.side === 'right') px += fault.mm * Math.sin((Math.PI * py) / h)
      else py += fault.mm * Math.sin((Math.PI * px) / w)
    } else if (fault?.kind === 'sheet' && depthOf(px, py) < 0 && depthOf(px, py) > -fault.mm) return 244
    for (const { at, kind, from, to } of along) {
      const [depth, t] = inside(px, py)[at]
      const wide = from + (to - from) * t
      if (kind === 'rim' && depth < wide) return -1
      if (kind === 'sheet' && depth < 0 && depth > -wide) return 244
    }
    if (px < 0 || py < 0 || px > w || py > h) return -1
    if (fault?.kind === 'strip' && depthOf(px, py) < fault.mm) return 22
    if (fault?.kind === 'shadow' && depthOf(px, py) < fault.mm) return 40
    const qx = a * px + c * py + e
    const qy = b * px + d * py + f
    const here = cells[Math.floor(qy) * cellsWide + Math.floor(qx)]
    if (here)
      for (const box of here)
        if (qx >= box[0] && qx <= box[0] + box[2] && qy >= box[1] && qy <= box[1] + box[3]) return 28
    return 246 - set.shadow * (px / w) * (py / h)
  }
  for (let y = 0; y < ih; y++)
    for (let x = 0; x < iw; x++) {
      const around = set.around + ((x * 13 + y * 7) % 11)
      const [one, two] = [sample(x + 0.25, y + 0.25), sample(x + 0.75, y + 0.75)]
      const v =
        ((one < 0 ? around : one) + (two < 0 ? around : two)) / 2 + (r.next() + r.next() - 1) * set.noise
      data[y * iw + x] = v < 0 ? 0 : v > 255 ? 255 : v
    }
  return { w: iw, h: ih, data }
}
