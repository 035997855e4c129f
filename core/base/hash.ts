import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

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
    if (part !== undefined) text += `${text && ','}${JSON.stringify(key)}:${canonicalJson(part)}`
  }
  return `{${text}}`
}

/** SHA-256 of the canonical JSON of a value, as 64 hex digits. */
export const hashOf = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalJson(value))))
