import { chacha20 } from '@noble/ciphers/chacha.js'
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { shaOf } from './hash'

/**
 * A hash of a set of texts that may be repeated, kept up to date at the cost of what changes: LtHash with 1,024 words
 * of 16 bits (Bellare and Micciancio, “A New Paradigm for Collision-free Hashing: Incrementality at Reduced Cost”,
 * 1997; Lewi, Kim, Maykov and Weis, “Securing Update Propagation with Homomorphic Hashing”, 2019). Each text becomes
 * 1,024 words: here by ChaCha20 under the SHA-256 of the text as its key. The sum of all, word by word modulo 65,536,
 * is the hash: its order does not matter, and a text is taken out by subtracting it.
 */
const WORDS = 1024
const BYTES = 2 * WORDS
const zeros = new Uint8Array(BYTES)
const nonce = new Uint8Array(12)

/** The sum of a set; only what is in this file changes it. */
export type SetSum = Uint16Array

/** The sum of no rows. */
export const emptySum = (): SetSum => new Uint16Array(WORDS)

const stretched = new Uint8Array(BYTES)
/** The words of a text. */
function wordsOf(text: string): Uint16Array {
  chacha20(shaOf(text), nonce, zeros, stretched)
  return new Uint16Array(stretched.buffer)
}

/** Puts a text into a sum, in place. */
export function addText(sum: SetSum, text: string): void {
  const words = wordsOf(text)
  for (let i = 0; i < WORDS; i++) sum[i]! += words[i]!
}
/** Takes a text out of a sum, in place. */
export function removeText(sum: SetSum, text: string): void {
  const words = wordsOf(text)
  for (let i = 0; i < WORDS; i++) sum[i]! -= words[i]!
}

/** Digits of the short form. */
const DIGITS = 32
/** A sum as 32 hex digits (the first half of its SHA-256); blank for the empty set. */
export const sumText = (sum: SetSum): string =>
  sum.every(word => word === 0)
    ? ''
    : bytesToHex(sha256(new Uint8Array(sum.buffer, sum.byteOffset, BYTES))).slice(0, DIGITS)
