import { SaxesParser } from 'saxes'
import { good, type Result } from '../../base/result'
import { wrongAt } from './bankFile'

/** An element with what is in it; names are without their prefix. */
export interface XmlElement {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: XmlElement[]
  text: string
}
/** Deeper or larger files are refused. */
const MOST_DEPTH = 60
const MOST_ELEMENTS = 3_000_000

const bare = (name: string): string => name.slice(name.indexOf(':') + 1)

/** Reads XML into a tree. Refused: what is not well formed, document types, and what is too deep or too large. */
export function readXml(text: string): Result<XmlElement> {
  const root: XmlElement = { name: '', attributes: {}, children: [], text: '' }
  const open = [root]
  const parser = new SaxesParser()
  let fault = ''
  let count = 0
  parser.on('error', error => (fault ||= error.message))
  parser.on('doctype', () => (fault ||= 'a document type is not allowed'))
  parser.on('opentag', ({ name, attributes }) => {
    const element = { name: bare(name), attributes, children: [], text: '' }
    open.at(-1)!.children.push(element)
    open.push(element)
    if (open.length > MOST_DEPTH || ++count > MOST_ELEMENTS) fault ||= 'it is too large'
  })
  parser.on('text', part => {
    open.at(-1)!.text += part
  })
  parser.on('cdata', part => {
    open.at(-1)!.text += part
  })
  parser.on('closetag', () => {
    if (open.length > 1) open.pop()
  })
  const CHUNK = 65_536
  for (let at = 0; at < text.length && !fault; at += CHUNK) parser.write(text.slice(at, at + CHUNK))
  if (!fault) parser.close()
  const [top] = root.children
  return fault || !top ? wrongAt('The file', fault || 'it holds nothing') : good(top)
}

/** The elements of a path, e.g. `NtryDtls/TxDtls`. */
export const allOf = (of: XmlElement, path: string): XmlElement[] =>
  path
    .split('/')
    .reduce<XmlElement[]>((found, name) => found.flatMap(e => e.children.filter(c => c.name === name)), [of])
/** The text of the first element of one of some paths that has any; blank where none has. */
export const textOf = (of: XmlElement, ...paths: readonly string[]): string =>
  paths.flatMap(path => allOf(of, path).map(e => e.text.trim())).find(Boolean) ?? ''
