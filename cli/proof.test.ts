import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'

const root = fileURLToPath(new URL('..', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'violet-lane-cli-'))
afterAll(() => rmSync(folder, { recursive: true }))
const at = (name: string): string => join(folder, name)
const proof = (...args: string[]) =>
  spawnSync(process.execPath, ['node_modules/jiti/lib/jiti-cli.mjs', 'cli/proof.ts', ...args], {
    cwd: root,
    encoding: 'utf8',
  })
const sample = {
  '--payments': 'samples/payments.csv',
  '--layout': 'samples/layout.json',
  '--account': 'samples/account.json',
  '--first': '5001',
  '--made': '2026-11-24T09:00:00Z',
}
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
    writeFileSync(
      at('bad.json'),
      readFileSync(join(root, 'samples/account.json'), 'utf8').replace('123456780', '123456789'),
    )
    const done = proof(
      ...args({
        '--payments': at('bad.csv'),
        '--account': at('bad.json'),
        '--layout': at('none.json'),
        '--first': 'x',
        '--out': at('no.pdf'),
      }),
    )
    expect(done.status).toBe(2)
    expect(done.stderr.trim().split('\n')).toEqual([
      '--first: “x” is not a check number. Enter 1 to 12 digits.',
      `${at('none.json')}: cannot be read: there is no such file`,
      `${at('bad.json')}: at routing: The check digit of 123456789 is wrong. After 12345678 it would be 0.`,
      `${at('bad.csv')}: row 2, column date: 2026-02-30 does not exist in the calendar.`,
      `${at('bad.csv')}: row 2, column amount: “x” is not an amount. Enter it as 1,234.56.`,
    ])
    expect(existsSync(at('no.pdf'))).toBe(false)
  })
  it('refuses a check that cannot be printed, with its number and field', () => {
    writeFileSync(at('glyph.csv'), 'payee,date,amount\n漢字,2026-11-24,5\n')
    const layout = JSON.parse(readFileSync(join(root, 'samples/layout.json'), 'utf8')) as {
      fields: { id: string; w?: number }[]
    }
    writeFileSync(
      at('narrow.json'),
      JSON.stringify({
        ...layout,
        fields: layout.fields
          .filter(f => !f.id.startsWith('stub') && f.id !== 'payee-address')
          .map(f => (f.id === 'payee' ? { ...f, w: 40 } : f)),
      }),
    )
    const done = proof(...args({ '--payments': at('glyph.csv'), '--out': at('no.pdf') }))
    expect([done.status, existsSync(at('no.pdf'))]).toEqual([2, false])
    expect(done.stderr).toContain(
      `${at('glyph.csv')}: row 2, column payee: “漢” (U+6F22) cannot be printed. Use other letters`,
    )
    // What only setting it on the paper shows is told by row and column too, once.
    writeFileSync(at('long.csv'), `payee,date,amount\n${'Benevolent Society '.repeat(4)},2026-11-24,5\n`)
    const long = proof(
      ...args({ '--payments': at('long.csv'), '--layout': at('narrow.json'), '--out': at('no.pdf') }),
    )
    expect(
      long.stderr
        .trim()
        .split('\n')
        .filter(l => l.includes('does not fit')),
    ).toHaveLength(1)
    expect(long.stderr).toContain(`${at('long.csv')}: row 2, column payee: check 5001, payee: `)
  })
  it('never writes over what it reads, never leaves an old PDF after a failed run, and nothing half-written', () => {
    const copy = at('payments.csv')
    writeFileSync(copy, readFileSync(join(root, 'samples/payments.csv')))
    const over = proof(...args({ '--payments': copy, '--out': copy }))
    expect([over.status, over.stderr.includes('is one of the input files')]).toEqual([2, true])
    expect(readFileSync(copy).equals(readFileSync(join(root, 'samples/payments.csv')))).toBe(true)
    expect(proof(...args({ '--out': at('old.pdf') })).status).toBe(0)
    expect(proof(...args({ '--first': '0', '--out': at('old.pdf') })).status).toBe(2)
    expect(existsSync(at('old.pdf'))).toBe(false)
    // A file that was not made here is left as it is, whatever is wrong.
    writeFileSync(at('letter.pdf'), '%PDF-1.4 of somebody else')
    expect(proof(...args({ '--first': '0', '--out': at('letter.pdf') })).status).toBe(2)
    expect(readFileSync(at('letter.pdf'), 'utf8')).toBe('%PDF-1.4 of somebody else')
    // A folder stands where the continuation would go.
    writeFileSync(
      at('many.csv'),
      `payee,date,amount\nA,2026-11-24,60.00\n`
        .replace('amount\n', 'amount,reference,line amount\n')
        .replace('60.00\n', '60.00,,\n') + Array.from({ length: 60 }, (_, i) => `,,,B-${i},1.00\n`).join(''),
    )
    const layout = JSON.parse(readFileSync(join(root, 'samples/layout.json'), 'utf8')) as {
      fields: { kind: string }[]
    }
    writeFileSync(
      at('sheet.json'),
      JSON.stringify({
        ...layout,
        fields: layout.fields.map(f => (f.kind === 'stubTable' ? { ...f, overflow: 'sheet' } : f)),
      }),
    )
    mkdirSync(at('x-continuation.pdf'))
    const blocked = proof(
      ...args({ '--payments': at('many.csv'), '--layout': at('sheet.json'), '--out': at('x.pdf') }),
    )
    expect([blocked.status, existsSync(at('x.pdf.part')), existsSync(at('x-continuation.pdf.part'))]).toEqual(
      [2, false, false],
    )
  })
  it('refuses a first number with more digits than the MICR line has room for, reads UTF-16, and refuses a layout without fields', () => {
    expect(proof(...args({ '--first': '999999', '--out': at('n.pdf') })).stderr).toContain(
      'the MICR pattern has only 6 digits',
    )
    writeFileSync(
      at('wide.csv'),
      Buffer.concat([
        Buffer.from([0xff, 0xfe]),
        Buffer.from('payee;date;amount\r\nZoë;2026-11-24;5\r\n', 'utf16le'),
      ]),
    )
    const wide = proof(...args({ '--payments': at('wide.csv'), '--out': at('wide.pdf') }))
    expect([wide.status, wide.stdout.includes('1 MICR lines read back correctly')]).toEqual([0, true])
    const layout = JSON.parse(readFileSync(join(root, 'samples/layout.json'), 'utf8')) as object
    writeFileSync(at('bare.json'), JSON.stringify({ ...layout, fields: [] }))
    expect(proof(...args({ '--layout': at('bare.json'), '--out': at('b.pdf') })).stderr).toContain(
      'bare.json: at fields: the layout has no fields',
    )
  })
  it('leaves no PDF where it cannot write, and explains itself', () => {
    expect(proof(...args({ '--out': at('nowhere/x.pdf') })).status).toBe(2)
    expect(proof('--nonsense').status).toBe(2)
    expect(proof('--payments', 'a.csv').stderr).toContain(
      '--layout is required (see --help)\n--account is required (see --help)\n--first is required (see --help)\n--out is required (see --help)\n',
    )
    expect(proof('--nonsense').stderr).toContain(
      'unknown option --nonsense. The options are --payments, --layout, --account, --first, --out, --made, --stock, --help\n',
    )
    const help = proof('--help')
    expect([help.status, help.stdout.includes('docs/formats.md')]).toEqual([0, true])
  })
})
