import { Decrypter, Encrypter } from 'age-encryption'
import { strFromU8 } from 'fflate'
import { good, refuse, type Result } from '../base/result'

/*
 * A file locked with a passphrase, in the open age format (age-encryption.org/v1): any program that knows it
 * opens the file.
 */
const HEAD = 'age-encryption.org/v1'
/** How dear a guess is: 2^16 rounds, about two seconds here. */
const WORK_FACTOR = 16

/** Whether bytes are a locked file. */
export const isLocked = (bytes: Uint8Array): boolean =>
  strFromU8(bytes.subarray(0, HEAD.length), true) === HEAD

/** The bytes as an age file that only the passphrase opens. */
export async function lock(bytes: Uint8Array, passphrase: string): Promise<Uint8Array> {
  const encrypter = new Encrypter()
  encrypter.setPassphrase(passphrase)
  encrypter.setScryptWorkFactor(WORK_FACTOR)
  return encrypter.encrypt(bytes)
}

/** Opens a locked file; refused where the passphrase is another, or the file is damaged. */
export async function unlock(bytes: Uint8Array, passphrase: string): Promise<Result<Uint8Array>> {
  if (!passphrase)
    return refuse('backup-locked', 'The file is locked. Enter its passphrase', { field: 'passphrase' })
  const decrypter = new Decrypter()
  decrypter.addPassphrase(passphrase)
  try {
    return good(await decrypter.decrypt(bytes, 'uint8array'))
  } catch {
    return refuse('backup-passphrase', 'This passphrase is wrong, or the file is damaged', {
      field: 'passphrase',
    })
  }
}
