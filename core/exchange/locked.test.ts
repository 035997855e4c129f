import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { isLocked, lock, unlock } from './locked'

it('a locked file is opened with its passphrase alone, and is one that Debian’s age knows', async () => {
  const bytes = new TextEncoder().encode('every number of the office')
  const file = await lock(bytes, 'sixteen lanterns')
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
