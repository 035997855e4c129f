import { strToU8, zipSync, type Zippable } from 'fflate'

/** A sheet for a workbook of a test: its name, the XML of its rows, and what else it has. */
export interface TestSheet {
  readonly name?: string
  readonly state?: 'hidden' | 'veryHidden'
  readonly rows: string
  readonly merged?: readonly string[]
}
/** What else a workbook of a test has. */
export interface TestBook {
  readonly shared?: readonly string[]
  readonly formats?: readonly { readonly id: number; readonly code?: string }[]
  readonly date1904?: boolean
  readonly more?: Zippable
}
const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;')
const part = (xml: string): Uint8Array => strToU8(`<?xml version="1.0" encoding="UTF-8"?>${xml}`)

/** A workbook written by hand after ECMA-376, so that the reader is held against the standard and not against a library. */
export function xlsx(sheets: readonly TestSheet[], book: TestBook = {}): Uint8Array {
  const { shared = [], formats = [], date1904 = false, more = {} } = book
  const list = sheets.map(
    (s, i) =>
      `<sheet name="${escaped(s.name ?? `S${i}`)}" sheetId="${i + 1}" r:id="r${i}"${s.state ? ` state="${s.state}"` : ''}/>`,
  )
  const custom = formats.flatMap(f =>
    f.code === undefined ? [] : [`<numFmt numFmtId="${f.id}" formatCode="${escaped(f.code)}"/>`],
  )
  const xfs = [{ id: 0 }, ...formats].map(f => `<xf numFmtId="${f.id}"/>`)
  return zipSync({
    'xl/workbook.xml': part(
      `<workbook xmlns:r="r"><workbookPr${date1904 ? ' date1904="1"' : ''}/><sheets>${list.join('')}</sheets></workbook>`,
    ),
    'xl/_rels/workbook.xml.rels': part(
      `<Relationships>${sheets.map((_, i) => `<Relationship Id="r${i}" Target="worksheets/s${i}.xml"/>`).join('')}</Relationships>`,
    ),
    'xl/styles.xml': part(
      `<styleSheet><numFmts>${custom.join('')}</numFmts><cellStyleXfs><xf numFmtId="14"/></cellStyleXfs><cellXfs>${xfs.join('')}</cellXfs></styleSheet>`,
    ),
    'xl/sharedStrings.xml': part(`<sst>${shared.map(s => `<si><t>${escaped(s)}</t></si>`).join('')}</sst>`),
    ...Object.fromEntries(
      sheets.map((s, i) => [
        `xl/worksheets/s${i}.xml`,
        part(
          `<worksheet><sheetData>${s.rows}</sheetData><mergeCells>${(s.merged ?? []).map(ref => `<mergeCell ref="${ref}"/>`).join('')}</mergeCells></worksheet>`,
        ),
      ]),
    ),
    ...more,
  })
}
