// npm run faces: cuts the shipped faces of the paper (core/faces/ttf/*.ttf) and their measures
// (core/faces/measures.json) out of the full fonts of the @expo-google-fonts packages (SIL Open Font
// License). Run again only to change the faces. Latin with Vietnamese, Greek, Cyrillic and the usual signs.
// Where a family lacks a letter, the other one stands in, so that every face holds the same characters.
import { createRequire } from 'node:module'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const require = createRequire(import.meta.url)
const { createFont } = require('fonteditor-core')
const out = fileURLToPath(new URL('../core/faces/', import.meta.url))
const files = {
  sans: ['@expo-google-fonts/ibm-plex-sans', '400Regular/IBMPlexSans_400Regular.ttf'],
  'sans-bold': ['@expo-google-fonts/ibm-plex-sans', '600SemiBold/IBMPlexSans_600SemiBold.ttf'],
  serif: ['@expo-google-fonts/ibm-plex-serif', '400Regular/IBMPlexSerif_400Regular.ttf'],
  'serif-bold': ['@expo-google-fonts/ibm-plex-serif', '600SemiBold/IBMPlexSerif_600SemiBold.ttf'],
}
const standsIn = { sans: 'serif', 'sans-bold': 'serif-bold', serif: 'sans', 'serif-bold': 'sans-bold' }
const range = (from, to) => Array.from({ length: to - from + 1 }, (_, i) => from + i)
const NO_BREAK_SPACE = 0xa0
const SOFT_HYPHEN = 0xad
const NO_BREAK_HYPHEN = 0x2011
/** Characters that are drawn as another one: they share its glyph, and so its width. */
const drawnAs = { [NO_BREAK_SPACE]: 0x20, [NO_BREAK_HYPHEN]: 0x2d, 0x2010: 0x2d }
const wanted = [
  ...range(0x20, 0x7e),
  ...range(0xa0, 0x24f),
  ...range(0x370, 0x3ff),
  ...range(0x400, 0x52f),
  ...range(0x1e00, 0x1eff),
  ...range(0x2010, 0x2015),
  ...range(0x2018, 0x201e),
  0x2020,
  0x2021,
  0x2022,
  0x2026,
  0x2030,
  0x2032,
  0x2033,
  0x2039,
  0x203a,
  0x20ab,
  0x20ac,
  0x20b4,
  0x20b9,
  0x20bd,
  0x2116,
  0x2122,
  0x2212,
].filter(code => code !== SOFT_HYPHEN && !(code in drawnAs))

const full = Object.fromEntries(
  Object.entries(files).map(([name, [pkg, file]]) => {
    const folder = dirname(require.resolve(`${pkg}/package.json`))
    return [
      name,
      createFont(readFileSync(join(folder, file)), {
        type: 'ttf',
        hinting: false,
        compound2simple: true,
      }).get(),
    ]
  }),
)
/**
 * The glyph of a character in a face, of its own or lent by the other family; both have a thousand units to
 * the em.
 */
const glyphOf = (name, code) =>
  [name, standsIn[name]].map(face => full[face].glyf[full[face].cmap[code]]).find(Boolean)

mkdirSync(join(out, 'ttf'), { recursive: true })
const measures = {}
for (const name of Object.keys(files)) {
  const ttf = full[name]
  const codes = wanted.filter(code => glyphOf(name, code))
  const glyphs = codes.map(code => ({
    ...structuredClone(glyphOf(name, code)),
    name: '',
    unicode: [
      code,
      ...Object.keys(drawnAs)
        .map(Number)
        .filter(other => drawnAs[other] === code),
    ],
  }))
  const cut = {
    ...structuredClone({ ...ttf, glyf: [] }),
    glyf: [structuredClone(ttf.glyf[0]), ...glyphs],
    cmap: {},
  }
  for (const table of ['GPOS', 'GSUB', 'GDEF', 'kern', 'fpgm', 'prep', 'cvt', 'gasp']) delete cut[table]
  const font = createFont()
  font.set(cut)
  const widths = Object.fromEntries(
    glyphs
      .flatMap(g => g.unicode.map(code => [String.fromCodePoint(code), g.advanceWidth]))
      .sort(([a], [b]) => a.codePointAt(0) - b.codePointAt(0)),
  )
  measures[name] = {
    unitsPerEm: ttf.head.unitsPerEm,
    ascent: ttf.hhea.ascent,
    descent: ttf.hhea.descent,
    capHeight: ttf['OS/2'].sCapHeight ?? Math.round(ttf.head.unitsPerEm * 0.698),
    box: [ttf.head.xMin, ttf.head.yMin, ttf.head.xMax, ttf.head.yMax],
    widths,
  }
  const bytes = Buffer.from(font.write({ type: 'ttf', hinting: false }))
  writeFileSync(join(out, 'ttf', `${name}.ttf`), bytes)
  console.log(name, Object.keys(widths).length, 'characters', Math.round(bytes.length / 1024), 'kB')
}
writeFileSync(join(out, 'measures.json'), JSON.stringify(measures) + '\n')
