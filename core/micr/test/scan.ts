import { random, type Random } from '../../base/random'
import type { GreyImage } from '../darkness'
import { micrDrawings } from '../outlines'
import { isMicr, micrCharacters } from '../symbols'

/**
 * Fine bitmaps of every character, 16 points to a cell, grown or thinned by a share of a cell on each side.
 */
const FINE = 16
const fineOf = new Map<string, { w: number; h: number; ink: Uint8Array }>()
function fine(char: string, weight: number): { w: number; h: number; ink: Uint8Array } {
  weight = Math.round(weight * 32) / 32
  const key = `${char}${weight}`
  const known = fineOf.get(key)
  if (known) return known
  const rows = isMicr(char) ? micrDrawings[char].split(' ') : []
  const [w, h] = [12 * FINE, 11 * FINE]
  const ink = new Uint8Array(w * h)
  const left = 10 - (rows[0]?.length ?? 0)
  const inked = (c: number, r: number): boolean =>
    r >= 0 && r < rows.length && rows[r]!.charCodeAt(c - left) === 35
  const grow = Math.abs(weight) * FINE
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const [cx, cy] = [x / FINE - 1, y / FINE - 1]
      const own = inked(Math.floor(cx), Math.floor(cy))
      let near = false
      for (const [dx, dy] of [
        [-grow, 0],
        [grow, 0],
        [0, -grow],
        [0, grow],
      ] as const)
        if (inked(Math.floor(cx + dx / FINE), Math.floor(cy + dy / FINE)) !== own) near = true
      ink[y * w + x] = weight >= 0 ? Number(own || near) : Number(own && !near)
    }
  const made = { w, h, ink }
  fineOf.set(key, made)
  return made
}

export interface ScanOf {
  readonly dpi: number
  readonly turn: number
  readonly scale: number
  /** Share of a cell by which strokes are thicker (or thinner). */ readonly weight: number
  readonly noise: number
  readonly seed: number
}

/** A made-up scan of one MICR line on white: turned, stretched, heavier or lighter, with specks. */
export function scanOf(text: string, of: ScanOf): GreyImage {
  const r = random(of.seed)
  const pitch = of.dpi * 0.125 * of.scale
  const cell = pitch / (1000 / 104)
  const long = pitch * text.length
  const turn = (of.turn * Math.PI) / 180
  const [sin, cos] = [Math.sin(turn), Math.cos(turn)]
  const white = Math.ceil(pitch * 1.2)
  const w = Math.ceil(long * cos + 2 * white + 10)
  const h = Math.ceil(9 * cell + Math.abs(long * sin) + 34)
  const data = new Uint8Array(w * h).fill(248)
  const x0 = white + r.next() * 6
  const y0 = 17 + r.next() * 4 + 9 * cell + (sin > 0 ? long * sin : 0)
  const chars = [...text]
  const bitmaps = chars.map(c => fine(c, of.weight / 2))
  const perCell = FINE / cell
  const inkAt = (dx: number, dy: number): number => {
    const up = -(dx * sin + dy * cos)
    if (up < -cell || up > 10 * cell) return 0
    const along = dx * cos - dy * sin
    const i = Math.floor(along / pitch)
    const b = bitmaps[i]
    if (b === undefined || chars[i] === ' ') return 0
    const fx = Math.floor((along - (i + 1) * pitch) * perCell + 11 * FINE)
    const fy = Math.floor(10 * FINE - up * perCell)
    return fx >= 0 && fx < b.w && fy >= 0 && fy < b.h ? b.ink[fy * b.w + fx]! : 0
  }
  for (let x = 0; x < w; x++) {
    // Only the rows near this column's foot of the line can hold ink: it climbs by the turn.
    const base = y0 - ((x - x0) * sin) / cos
    for (let y = Math.max(0, Math.floor(base - 10 * cell - 2)); y < Math.min(h, base + cell + 2); y++) {
      const dark = 2 * (inkAt(x + 0.25 - x0, y + 0.25 - y0) + inkAt(x + 0.75 - x0, y + 0.75 - y0))
      if (dark) data[y * w + x] = 248 - dark * 54
    }
  }
  // Specks: the distance to the next one is drawn, not every pixel.
  if (of.noise > 0)
    for (let i = 0; i < data.length; i += 1 + Math.floor(Math.log(1 - r.next()) / Math.log(1 - of.noise)))
      data[i] = r.next() < 0.5 ? 20 : 245
  return { w, h, data }
}

/** A line as a check might carry it: groups of characters with blanks between. */
export function randomLine(r: Random): string {
  let text = ''
  for (let g = r.between(2, 4); g > 0; g--) {
    for (let n = r.between(4, 12); n > 0; n--) text += r.one(micrCharacters)
    if (g > 1) text += ' '.repeat(r.between(1, 4))
  }
  return text
}

export const damages = ['hole', 'streak', 'cut', 'bars'] as const
export type Damage = (typeof damages)[number]

/**
 * The same scan with one local fault: a white hole, a dark streak, a side cut off within a character, or bars
 * in place of characters.
 */
export function damaged(image: GreyImage, dpi: number, kind: Damage, r: Random): GreyImage {
  const data = Uint8Array.from(image.data)
  const { w, h } = image
  const paint = (inside: (x: number, y: number) => boolean, value: number): void => {
    for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) if (inside(x, y)) data[y * w + x] = value
  }
  const at = { x: r.between(30, w - 30), y: r.between(Math.round(h * 0.3), Math.round(h * 0.7)) }
  switch (kind) {
    case 'hole': {
      const half = (dpi * (0.04 + r.next() * 0.03)) / 2
      const round = r.next() < 0.5
      paint(
        (x, y) =>
          round
            ? Math.hypot(x - at.x, y - at.y) < half
            : Math.abs(x - at.x) < half && Math.abs(y - at.y) < half,
        248,
      )
      return { w, h, data }
    }
    case 'streak': {
      const wide = (dpi * (0.012 + r.next() * 0.02)) / 2
      const angle = r.one([0, Math.PI / 2, r.next() * Math.PI])
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
      const long = dpi * (0.1 + r.next() * 0.5)
      paint(
        (x, y) =>
          Math.abs((x - at.x) * sin - (y - at.y) * cos) < wide &&
          Math.abs((x - at.x) * cos + (y - at.y) * sin) < long,
        15,
      )
      return { w, h, data }
    }
    case 'cut': {
      const inked = (x: number): boolean => {
        let n = 0
        for (let y = 0; y < h; y++) if (image.data[y * w + x]! < 100) n++
        return n > 3
      }
      const columns = Array.from({ length: w }, (_, x) => x).filter(inked)
      const into = Math.round(dpi * 0.125 * (0.1 + r.next() * 0.6))
      const [left, right] = r.next() < 0.5 ? [columns[0]! + into, w] : [0, columns.at(-1)! - into]
      const width = right - left
      const out = new Uint8Array(width * h)
      for (let y = 0; y < h; y++) out.set(data.subarray(y * w + left, y * w + left + width), y * width)
      return { w: width, h, data: out }
    }
    case 'bars': {
      const pitch = dpi * 0.125
      const [top, foot] = [h / 2 - dpi * 0.0585, h / 2 + dpi * 0.0585]
      const wide = dpi * (0.012 + r.next() * 0.03)
      data.fill(248)
      paint((x, y) => y > top && y < foot && x > 20 && x < w - 20 && (x - 20) % pitch < wide, 20)
      return { w, h, data }
    }
  }
}
