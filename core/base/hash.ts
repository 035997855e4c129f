import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

/** Names of fields as JSON has them: an office has a few hundred, and rows by the hundred thousand. */
const MOST_NAMES = 5000
const names = new Map<string, string>()
function nameText(name: string): string {
  const known = names.get(name)
  if (known !== undefined) return known
  const text = `${JSON.stringify(name)}:`
  if (names.size < MOST_NAMES) names.set(name, text)
  return text
}

/** JSON with the keys of every object in order, so that equal values give equal text. */
export function canonicalJson(value: unknown): string {
  if (value === null || typeof value !== 'object') return JSON.stringify(value)
  let text = ''
  if (Array.isArray(value)) {
    for (const part of value as unknown[]) text += `${text && ','}${canonicalJson(part)}`
    return `[${text}]`
  }
  const of = value as Record<string, unknown>
  for (const key of Object.keys(of).sort()) {
    const part = of[key]
    if (part !== undefined) text += `${text && ','}${nameText(key)}${canonicalJson(part)}`
  }
  return `{${text}}`
}

const room = new Uint8Array(4096)
/** A text in UTF-8, until the next one is asked for: short texts of plain letters, which most are, need no encoder. */
function bytesOf(text: string): Uint8Array {
  if (text.length > room.length) return utf8ToBytes(text)
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (code > 127) return utf8ToBytes(text)
    room[i] = code
  }
  return room.subarray(0, text.length)
}
/** SHA-256 of a text in UTF-8. */
export const shaOf = (text: string): Uint8Array => sha256(bytesOf(text))

/** SHA-256 of the canonical JSON of a value, as 64 hex digits. */
export const hashOf = (value: unknown): string => bytesToHex(shaOf(canonicalJson(value)))
