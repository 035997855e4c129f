import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'

const root = fileURLToPath(new URL('..', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'violet-lane-cli-'))
afterAll(() => rmSync(folder, { recursive: true }))
const at = (name: string): string => join(folder, name)
const proof = (...args: string[]) => spawnSync(process.execPath, ['node_modules/jiti/lib/jiti-cli.mjs', 'cli/proof.ts', ...args], { cwd: root, encoding: 'utf8' })
const sample = { '--payments': 'samples/payments.csv', '--layout': 'samples/layout.json', '--account': 'samples/account.json', '--first': '5001', '--made': '2026-11-24T09:00:00Z' }
const args = (more: Record<string, string>): string[] => Object.entries({ ...sample, ...more }).flat()

describe('npm run proof', () => {
  it('makes the PDF of the samples', () => {
    const out = at('checks.pdf')
    const done = proof(...args({ '--out': out }))
    expect(done.stderr).toBe('')
    expect(done.status).toBe(0)
    expect(done.stdout).toContain('3 checks, 5001 to 5003, 3 sheets')
    const text = spawnSync('pdftotext', ['-layout', out, '-'], { encoding: 'utf8' }).stdout
    expect(text).toContain('Eighteen thousand four hundred fifty and 00/100 dollars')
    expect(text).toContain('Mooring line, 24 mm, two coils')
  })
  it('tells every fault of every file, leaves no PDF, and ends with 2', () => {
    writeFileSync(at('bad.csv'), 'payee,date,amount\nA,2026-02-30,x\n')
    writeFileSync(at('bad.json'), readFileSync(join(root, 'samples/account.json'), 'utf8').replace('123456780', '123456789'))
    const done = proof(...args({ '--payments': at('bad.csv'), '--account': at('bad.json'), '--layout': at('none.json'), '--first': 'x', '--out': at('no.pdf') }))
    expect(done.status).toBe(2)
    expect(done.stderr.trim().split('\n')).toEqual([
      '--first: “x” is not a check number: 1 to 12 digits',
      `${at('none.json')}: cannot be read: there is no such file`,
      `${at('bad.json')}: at routing: the check digit of 123456789 does not agree: after 12345678 it would be 0`,
      `${at('bad.csv')}: row 2, column date: 2026-02-30 does not exist in the calendar`,
      `${at('bad.csv')}: row 2, column amount: “x” is not an amount: write it as 1,234.56`,
    ])
    expect(existsSync(at('no.pdf'))).toBe(false)
  })
  it('refuses a check that cannot be printed, with its number and field', () => {
    writeFileSync(at('glyph.csv'), 'payee,date,amount\nЖанна,2026-11-24,5\n')
    const done = proof(...args({ '--payments': at('glyph.csv'), '--out': at('no.pdf') }))
    expect([done.status, existsSync(at('no.pdf'))]).toEqual([2, false])
    expect(done.stderr).toContain('check 5001, field payee: “Ж” in “Жанна” cannot be printed')
  })
  it('leaves no PDF where it cannot write, and explains itself', () => {
    expect(proof(...args({ '--out': at('nowhere/x.pdf') })).status).toBe(2)
    expect(proof('--nonsense').status).toBe(2)
    expect(proof('--payments', 'a.csv').stderr).toContain('--layout is wanted')
    const help = proof('--help')
    expect([help.status, help.stdout.includes('docs/formats.md')]).toEqual([0, true])
  })
})
