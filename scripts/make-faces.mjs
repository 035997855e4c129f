// npm run faces: cuts the shipped faces of the paper (core/type/faces/*.ttf) and their measures (core/type/measures.json)
// out of the full fonts of the @expo-google-fonts packages (SIL Open Font License). Run again only to change the faces.
import { createRequire } from 'node:module'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const require = createRequire(import.meta.url)
const { createFont } = require('fonteditor-core')
const out = fileURLToPath(new URL('../core/type/', import.meta.url))
const faces = {
  'sans': ['@expo-google-fonts/ibm-plex-sans', '400Regular/IBMPlexSans_400Regular.ttf'],
  'sans-bold': ['@expo-google-fonts/ibm-plex-sans', '600SemiBold/IBMPlexSans_600SemiBold.ttf'],
  'serif': ['@expo-google-fonts/ibm-plex-serif', '400Regular/IBMPlexSerif_400Regular.ttf'],
  'serif-bold': ['@expo-google-fonts/ibm-plex-serif', '600SemiBold/IBMPlexSerif_600SemiBold.ttf'],
}
const range = (from, to) => Array.from({ length: to - from + 1 }, (_, i) => from + i)
const wanted = [...range(0x20, 0x7e), ...range(0xa0, 0x17f), 0x2013, 0x2014, 0x2018, 0x2019, 0x201c, 0x201d, 0x2022, 0x2026, 0x20ac, 0x20b9, 0x2212]

mkdirSync(join(out, 'faces'), { recursive: true })
const measures = {}
for (const [name, [pkg, file]] of Object.entries(faces)) {
  const folder = dirname(require.resolve(`${pkg}/package.json`))
  const font = createFont(readFileSync(join(folder, file)), { type: 'ttf', subset: wanted, hinting: false, compound2simple: true })
  const ttf = font.get()
  const perEm = ttf.head.unitsPerEm
  const widths = {}
  for (const glyph of ttf.glyf) for (const code of glyph.unicode ?? []) if (wanted.includes(code)) widths[String.fromCodePoint(code)] = glyph.advanceWidth
  measures[name] = {
    unitsPerEm: perEm, ascent: ttf.hhea.ascent, descent: ttf.hhea.descent, capHeight: ttf['OS/2'].sCapHeight ?? Math.round(perEm * 0.698),
    box: [ttf.head.xMin, ttf.head.yMin, ttf.head.xMax, ttf.head.yMax], widths: Object.fromEntries(Object.entries(widths).sort(([a], [b]) => a.codePointAt(0) - b.codePointAt(0))),
  }
  writeFileSync(join(out, 'faces', `${name}.ttf`), Buffer.from(font.write({ type: 'ttf', hinting: false })))
  console.log(name, Object.keys(widths).length, 'characters')
}
writeFileSync(join(out, 'measures.json'), JSON.stringify(measures) + '\n')
