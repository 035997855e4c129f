import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

/** A browser's own folder after the demo office was loaded: made once, before all tests. */
export const demoProfile = resolve('test-results/demo-profile')

/**
 * A folder of its own for a test's browser: a copy of the one with the demo office, or an empty one. A browser
 * that keeps its store in a folder writes it several times as fast as one that keeps it in memory, and the
 * demo need not be loaded.
 */
export function freshProfile(of: 'the demo office' | 'nothing'): string {
  const folder = mkdtempSync(join(tmpdir(), 'lane-'))
  if (of === 'the demo office') cpSync(demoProfile, folder, { recursive: true })
  return folder
}
export const forget = (folder: string): void =>
  rmSync(folder, { recursive: true, force: true, maxRetries: 20, retryDelay: 10 })
