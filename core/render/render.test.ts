import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { applyAffine } from '../fit/affine'
import { correctionOf } from '../fit/fit'
import { micrOutlines, UNITS_PER_PITCH } from '../micr/outlines'
import { BASELINE_UP, clearBand, PITCH } from '../micr/place'
import { isMicr } from '../micr/symbols'
import { MM_PER_INCH, MM_PER_POINT } from '../paper/length'
import { panelOf } from '../paper/stock'
import { proofer } from '../proof/compose'
import type { Mark } from '../proof/marks'
import { checkOf, facts, layout, stock } from '../proof/test/sample'
import { faceOf, widthOf } from '../faces/face'
import { faceNames } from '../faces/faceNames'
import { drawingsPdf } from './pdf'
import type { FaceBytes } from './pdfFonts'
import { drawingSvg } from './svg'

const faces = Object.fromEntries(
  faceNames.map(n => [n, new Uint8Array(readFileSync(new URL(`../faces/ttf/${n}.ttf`, import.meta.url)))]),
) as unknown as FaceBytes
const checks = [
  checkOf(5001, 12),
  checkOf(670_852, 2, { payee: 'Žofie Łąka & Søn “Ærø” (Größe\\)', memo: 'Añil; 50 % (a\\b)' }),
  checkOf(394, 0),
]
const made = proofer(layout, stock, facts)
const drawings = checks.map(c => made.sheet([c]).drawing)
const options = { title: 'Checks', madeAt: '2026-11-24T09:00:00Z' }
const folder = mkdtempSync(join(tmpdir(), 'violet-lane-'))
const file = join(folder, 'checks.pdf')
const run = (command: string, ...args: string[]): string =>
  execFileSync(command, args, { encoding: 'utf8', maxBuffer: 1 << 28 })
const marks = (i: number): Mark[] => drawings[i]!.layers.flatMap(l => l.marks)

/** One page as grey pixels, 0 black to 255 white. */
function raster(
  path: string,
  page: number,
  dpi: number,
): { w: number; h: number; at: (x: number, y: number) => number } {
  const pgm = execFileSync(
    'pdftoppm',
    ['-r', String(dpi), '-gray', '-f', String(page), '-l', String(page), path],
    { maxBuffer: 1 << 28 },
  )
  const [, w, h] = /^P5\s(\d+)\s(\d+)\s255\s/.exec(pgm.subarray(0, 40).toString('latin1'))!.map(Number) as [
    number,
    number,
    number,
  ]
  const start = pgm.length - w * h
  return { w, h, at: (x, y) => pgm[start + y * w + x]! }
}

beforeAll(async () => {
  writeFileSync(file, await drawingsPdf(drawings, faces, options))
})
afterAll(() => rmSync(folder, { recursive: true }))

describe('the letters of the faces', () => {
  const size = 9
  const [across, cell, left, top] = [24, 8, 10, 10]
  it.each(faceNames)('every character that %s claims is drawn and reads back as itself', async face => {
    const chars = Object.keys(faceOf(face).widths).filter(c => c.trim() !== '')
    const at = (i: number) => ({ x: left + (i % across) * cell, y: top + Math.floor(i / across) * cell })
    const marks = chars.map((text, i): Mark => ({
      kind: 'text',
      field: 'x',
      face,
      size,
      ink: '#000000',
      text,
      ...at(i),
    }))
    const path = join(folder, `${face}.pdf`)
    writeFileSync(
      path,
      await drawingsPdf([{ w: 216, h: 279, layers: [{ shared: false, marks }] }], faces, options),
    )
    const words = [
      ...run('pdftotext', '-bbox', path, '-').matchAll(
        /<word xMin="([\d.]+)" yMin="[\d.]+" xMax="[\d.]+" yMax="([\d.]+)">(.*?)<\/word>/g,
      ),
    ].map(m => ({
      x: Number(m[1]) * MM_PER_POINT,
      y: Number(m[2]) * MM_PER_POINT,
      text: m[3]!
        .replaceAll('&amp;', '&')
        .replaceAll('&lt;', '<')
        .replaceAll('&gt;', '>')
        .replaceAll('&quot;', '"')
        .replaceAll('&apos;', "'"),
    }))
    const read = chars.map(
      (_, i) => words.find(w => Math.abs(w.x - at(i).x) < 1.2 && Math.abs(w.y - at(i).y) < 4)?.text ?? '',
    )
    expect(read.map(t => t.normalize('NFC'))).toEqual(chars.map(c => c.normalize('NFC')))
    const page = raster(path, 1, 100)
    const px = (mm: number) => Math.round((mm / MM_PER_INCH) * 100)
    const bare = chars.filter((_, i) => {
      const { x, y } = at(i)
      for (let v = px(y - 4); v < px(y + 1.5); v++)
        for (let u = px(x - 0.5); u < px(x + 5); u++) if (page.at(u, v) < 160) return false
      return true
    })
    expect(bare).toEqual([])
  })
  it('no-break and soft signs print as what they stand for: a space, a hyphen, nothing', async () => {
    for (const face of faceNames)
      expect(['\u00a0', '\u2011'].map(c => widthOf(face, c, 10))).toEqual(
        [' ', '-'].map(c => widthOf(face, c, 10)),
      )
    const sheet = made.sheet([
      checkOf(7, 0, { payee: 'Co\u00adbalt\u00a0Rope\u2011Works Cafe\u0301 Nguyễn Θάλασσα Живаго' }),
    ]).drawing
    const path = join(folder, 'signs.pdf')
    writeFileSync(path, await drawingsPdf([sheet], faces, options))
    expect(
      run('pdftotext', '-layout', path, '-').replaceAll('\u00a0', ' ').replaceAll('\u2011', '-'),
    ).toContain('Cobalt Rope-Works Café Nguyễn Θάλασσα Живаго')
    expect(made.sheet([checkOf(7, 0, { payee: '漢字' })]).notes.map(n => n.text)).toContain(
      '“漢字”: “漢” (U+6F22) cannot be printed. Use other letters.',
    )
  })
})

describe('the PDF', () => {
  it('is sound, at actual size, on one side, one copy', () => {
    expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors')
    const qdf = run('qpdf', '--qdf', '--object-streams=disable', file, '-')
    expect(qdf).toMatch(/\/PrintScaling \/None/)
    expect(qdf).toMatch(/\/Duplex \/Simplex/)
    expect(qdf).toMatch(/\/NumCopies 1/)
    expect(run('pdfinfo', file)).toContain('612 x 792 pts (letter)')
    const fonts = run('pdffonts', file).split('\n').slice(2).filter(Boolean)
    expect(fonts).toHaveLength(4)
    for (const font of fonts) expect(font).toMatch(/^VLAN.*TrueType.*yes yes yes/)
  })
  it('is the same, byte by byte, from the same facts', async () => {
    expect(Buffer.from(await drawingsPdf(drawings, faces, options)).equals(readFileSync(file))).toBe(true)
  })
  it('keeps every text as text, where the drawing has it, to 0.1 mm', () => {
    for (const i of checks.keys()) {
      const html = run('pdftotext', '-f', String(i + 1), '-l', String(i + 1), '-bbox', file, '-')
      const words = [
        ...html.matchAll(
          /<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">(.*?)<\/word>/g,
        ),
      ].map(m => ({
        x: Number(m[1]) * MM_PER_POINT,
        bottom: Number(m[4]) * MM_PER_POINT,
        text: m[5]!.replaceAll('&amp;', '&'),
      }))
      for (const mark of marks(i)) {
        if (mark.kind !== 'text') continue
        const first = mark.text.split(' ')[0]!
        const found = words
          .filter(w => w.text.startsWith(first))
          .map(w => Math.hypot(w.x - mark.x, w.bottom - 0.275 * mark.size * MM_PER_POINT - mark.y))
        expect(Math.min(...found), `${first} of page ${i + 1}`).toBeLessThan(0.1)
      }
    }
  })
  it('holds each MICR character within 0.1 mm of its place, read off a 600 dpi raster, and nothing else in the clear band', () => {
    const dpi = 600
    const mm = MM_PER_INCH / dpi
    const panel = panelOf(stock, 'check', 1)!
    const band = clearBand(panel)
    for (const i of checks.keys()) {
      const page = raster(file, i + 1, dpi)
      const line = marks(i).find(m => m.kind === 'micr')!
      if (line.kind !== 'micr') throw new Error('no MICR line')
      const top = Math.ceil(band.y / mm)
      const bottom = Math.floor((panel.y + panel.h) / mm) - 1
      const inked = new Set<number>()
      for (const [n, char] of [...line.text].entries()) {
        const left = line.x + n * PITCH
        const from = Math.round(left / mm)
        const to = Math.round((left + PITCH) / mm)
        let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity]
        for (let x = from; x < to; x++) {
          for (let y = top; y <= bottom; y++) {
            if (page.at(x, y) > 127) continue
            inked.add(x)
            x0 = Math.min(x0, x)
            x1 = Math.max(x1, x + 1)
            y0 = Math.min(y0, y)
            y1 = Math.max(y1, y + 1)
          }
        }
        if (!isMicr(char)) {
          expect(x0, `blank at ${n}`).toBe(Infinity)
          continue
        }
        const points = micrOutlines.get(char)!.flat()
        const unit = PITCH / UNITS_PER_PITCH
        const base = panel.y + panel.h - BASELINE_UP
        const want = [
          left + Math.min(...points.map(p => p.x)) * unit,
          left + PITCH,
          base - Math.max(...points.map(p => p.y)) * unit,
          base - Math.min(...points.map(p => p.y)) * unit,
        ]
        ;[x0 * mm, x1 * mm, y0 * mm, y1 * mm].forEach((got, side) =>
          expect(Math.abs(got - want[side]!), `${char} at ${n}, side ${side}`).toBeLessThan(0.1),
        )
      }
      let stray = 0
      for (let x = 0; x < page.w; x++)
        if (![x - 1, x, x + 1].some(n => inked.has(n)))
          for (let y = top; y <= bottom; y++) if (page.at(x, y) < 250) stray++
      expect(stray).toBe(0)
    }
  })
  it('puts every text where a fit says, and is still sound', async () => {
    const fit = correctionOf({ shift: { x: 2.5, y: -1.75 }, stretch: { x: 1.02, y: 0.99 }, turn: 0 })
    const path = join(folder, 'fit.pdf')
    writeFileSync(path, await drawingsPdf(drawings.slice(0, 1), faces, { ...options, fit }))
    expect(run('qpdf', '--check', path)).toContain('No syntax or stream encoding errors')
    const words = [
      ...run('pdftotext', '-bbox', path, '-').matchAll(
        /<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">(.*?)<\/word>/g,
      ),
    ].map(m => ({
      x: Number(m[1]) * MM_PER_POINT,
      bottom: Number(m[4]) * MM_PER_POINT,
      text: m[5]!.replaceAll('&amp;', '&'),
    }))
    for (const mark of marks(0)) {
      if (mark.kind !== 'text' || mark.text.length < 4) continue
      const want = applyAffine(fit, mark)
      const near = Math.min(
        ...words
          .filter(w => w.text.startsWith(mark.text.split(' ')[0]!))
          .map(w => Math.hypot(w.x - want.x, w.bottom - (0.275 * mark.size * MM_PER_POINT) / 0.99 - want.y)),
      )
      expect(near, mark.text).toBeLessThan(0.12)
    }
  })
  it('shows the same ink as the fonts uncut: no glyph is lost by cutting', async () => {
    // Every character of every face, printed from the cut fonts, against the widths and presence of ink.
    const chars = [...'0123456789ABCXYZabcxyzÄÖÜéñŁžß&.,-*$()“”']
    const sheet = {
      w: 215.9,
      h: 279.4,
      layers: [
        {
          shared: false,
          marks: faceNames.flatMap((face, f) =>
            chars.map((text, i): Mark => ({
              kind: 'text',
              x: 10 + (i % 20) * 10,
              y: 20 + f * 40 + Math.floor(i / 20) * 12,
              text,
              face,
              size: 20,
              ink: '#000000',
              field: 'x',
            })),
          ),
        },
      ],
    }
    const path = join(folder, 'glyphs.pdf')
    writeFileSync(path, await drawingsPdf([sheet], faces, options))
    const page = raster(path, 1, 100)
    const px = (v: number) => Math.round((v / MM_PER_INCH) * 100)
    for (const m of sheet.layers[0]!.marks) {
      if (m.kind !== 'text') continue
      let ink = 0
      for (let x = px(m.x - 1); x < px(m.x + 8); x++)
        for (let y = px(m.y - 7); y < px(m.y + 3); y++) if (page.at(x, y) < 128) ink++
      expect(ink, `${m.text} in ${m.face}`).toBeGreaterThan(2)
    }
  })
})

describe('the SVG of the same drawing', () => {
  it('places every text and the MICR line as the drawing does, with nothing a strict policy forbids', () => {
    const svg = drawingSvg(drawings[1]!, 'a & b')
    for (const m of marks(1))
      if (m.kind === 'text')
        expect(svg).toContain(
          `<text x="${String(Math.round(m.x * 1000) / 1000)}" y="${String(Math.round(m.y * 1000) / 1000)}" font-family="VL ${m.face}"`,
        )
    expect(svg).toContain('aria-label="a &amp; b"')
    expect(svg).toContain('(Größe\\)')
    expect(svg).not.toMatch(/style=|<script|href=|url\(|on\w+=/)
    const line = marks(1).find(m => m.kind === 'micr')!
    expect(svg.match(/<path transform="translate/g)).toHaveLength(
      [...(line.kind === 'micr' ? line.text : '')].filter(isMicr).length,
    )
  })
})
