import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strFromU8 } from 'fflate'
import { expect, it } from 'vitest'
import { isLocked, lock, lockedSecret, lockFor, newKey, unlock } from './locked'

const bytesOf = async (file: Blob): Promise<Uint8Array> => new Uint8Array(await file.arrayBuffer())

it('a locked file is opened with its passphrase alone, and is one that Debian’s age knows', async () => {
  const bytes = new TextEncoder().encode('every number of the office')
  const file = await bytesOf(await lock(new Blob([bytes]), 'sixteen lanterns'))
  expect([isLocked(file), isLocked(bytes)]).toEqual([true, false])
  expect(await unlock(file, 'sixteen lanterns')).toEqual({ ok: true, value: bytes })
  for (const [of, phrase, code] of [
    [file, '', 'backup-locked'],
    [file, 'sixteen lantern', 'backup-passphrase'],
    [file.map((b, i) => (i === file.length - 3 ? b ^ 1 : b)), 'sixteen lanterns', 'backup-passphrase'],
    [file.slice(0, 60), 'sixteen lanterns', 'backup-passphrase'],
  ] as const)
    expect(await unlock(of, phrase)).toMatchObject({ ok: false, refusal: { code } })
  const path = join(mkdtempSync(join(tmpdir(), 'locked-')), 'a.age')
  writeFileSync(path, file)
  // Debian's age asks for a passphrase at a terminal alone: script(1) gives it one.
  const asked = execFileSync('script', ['-qec', `age -d ${path}`, '/dev/null'], {
    input: 'sixteen lanterns\n',
  })
  expect(asked.toString()).toContain('every number of the office')
})

it('a file locked for a key is opened by its secret half, typed in groups too, or by the passphrase of the half that is kept; Debian’s age opens it with the half on paper', async () => {
  const bytes = new TextEncoder().encode('every number of the office')
  const [key, other] = [await newKey(), await newKey()]
  const file = await bytesOf(await lockFor(new Blob([bytes]), key.recipient))
  const kept = await lockedSecret(key.secret, 'sixteen lanterns')
  const grouped = key.secret.toLowerCase().replaceAll(/(.{6})/g, '$1 ')
  for (const opensWith of [key.secret, grouped])
    expect(await unlock(file, opensWith), opensWith).toEqual({ ok: true, value: bytes })
  expect(await unlock(file, 'sixteen lanterns', kept)).toEqual({ ok: true, value: bytes })
  const wrongDigit = key.secret.replace(/.$/, end => (end === 'Q' ? 'P' : 'Q'))
  for (const [opensWith, half] of [
    ['sixteen lanterns', undefined],
    ['sixteen lantern', kept],
    [other.secret, kept],
    [wrongDigit, undefined],
    ['AGE-SECRET-KEY-1', undefined],
  ] as const)
    expect(await unlock(file, opensWith, half), opensWith).toMatchObject({
      ok: false,
      refusal: { code: 'backup-passphrase' },
    })
  // Nothing in the file or in what is kept says the secret half.
  for (const shown of [file, kept]) expect(strFromU8(shown, true)).not.toContain(key.secret.slice(16, 30))
  const folder = mkdtempSync(join(tmpdir(), 'locked-'))
  writeFileSync(join(folder, 'a.age'), file)
  writeFileSync(join(folder, 'key'), `${key.secret}\n`)
  const plain = execFileSync('age', ['-d', '-i', join(folder, 'key'), join(folder, 'a.age')])
  expect(plain.toString()).toBe('every number of the office')
})
