import { Decrypter, Encrypter, generateX25519Identity, identityToRecipient } from 'age-encryption'
import { strFromU8 } from 'fflate'
import { good, refuse, type Result } from '../base/result'

/*
 * A file locked with a passphrase or for a key, in the open age format (age-encryption.org/v1): any program that
 * knows it opens the file.
 */
const HEAD = 'age-encryption.org/v1'
/** How dear a guess is: 2^16 rounds, about two seconds here. */
const WORK_FACTOR = 16

/** Whether bytes are a locked file. */
export const isLocked = (bytes: Uint8Array): boolean =>
  strFromU8(bytes.subarray(0, HEAD.length), true) === HEAD

function underPassphrase(passphrase: string): Encrypter {
  const encrypter = new Encrypter()
  encrypter.setPassphrase(passphrase)
  encrypter.setScryptWorkFactor(WORK_FACTOR)
  return encrypter
}
/** A file is locked as it is read: it is not held whole. */
const through = async (encrypter: Encrypter, file: Blob): Promise<Blob> =>
  new Response(await encrypter.encrypt(file.stream())).blob()

/** The file as an age file that only the passphrase opens. */
export const lock = (file: Blob, passphrase: string): Promise<Blob> =>
  through(underPassphrase(passphrase), file)

/** The two halves of a key: `recipient` locks files, and only `secret` opens them. */
interface KeyHalves {
  readonly recipient: string
  readonly secret: string
}
/** A new key, by chance. */
export async function newKey(): Promise<KeyHalves> {
  const secret = await generateX25519Identity()
  return { secret, recipient: await identityToRecipient(secret) }
}
/** The file as an age file that only the secret half of a key opens. */
export function lockFor(file: Blob, recipient: string): Promise<Blob> {
  const encrypter = new Encrypter()
  encrypter.addRecipient(recipient)
  return through(encrypter, file)
}
/** The secret half of a key under a passphrase, as it is kept. */
export const lockedSecret = (secret: string, passphrase: string): Promise<Uint8Array> =>
  underPassphrase(passphrase).encrypt(secret)

/** The secret half of a key as somebody types it from paper, in whatever groups. */
const secretTyped = (typed: string): string | undefined => {
  const bare = typed.replaceAll(/\s+/g, '').toUpperCase()
  return bare.startsWith('AGE-SECRET-KEY-') ? bare : undefined
}
async function opened(bytes: Uint8Array, opensWith: string): Promise<Uint8Array | undefined> {
  const decrypter = new Decrypter()
  const secret = secretTyped(opensWith)
  try {
    if (secret) decrypter.addIdentity(secret)
    else decrypter.addPassphrase(opensWith)
    return await decrypter.decrypt(bytes, 'uint8array')
  } catch {
    return undefined
  }
}

/**
 * Opens a locked file with its passphrase, with the secret half of its key, or with the passphrase of a secret half
 * that is kept here (`kept`). Refused where none of these opens it, or the file is damaged.
 */
export async function unlock(
  bytes: Uint8Array,
  opensWith: string,
  kept?: Uint8Array,
): Promise<Result<Uint8Array>> {
  if (!opensWith)
    return refuse('backup-locked', 'The file is locked. Enter its passphrase or key', { field: 'passphrase' })
  const plain = await opened(bytes, opensWith)
  if (plain) return good(plain)
  const secret = kept && (await opened(kept, opensWith))
  const byKey = secret && (await opened(bytes, strFromU8(secret)))
  return byKey
    ? good(byKey)
    : refuse('backup-passphrase', 'This passphrase or key is wrong, or the file is damaged', {
        field: 'passphrase',
      })
}
