import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const root = fileURLToPath(new URL('..', import.meta.url))
const read = (path: string): string => readFileSync(join(root, path), 'utf8')
const documents = [
  ...['README.md', 'CONTRIBUTING.md'],
  ...readdirSync(join(root, 'docs'))
    .filter(name => name.endsWith('.md'))
    .map(name => `docs/${name}`),
]
/** Folders at the top that a document may point into. */
const houses = [
  'app',
  'core',
  'cli',
  'server',
  'demo',
  'bench',
  'scripts',
  'e2e',
  'raster',
  'docs',
  'samples',
]

it('every file and folder that a document names is there', () => {
  const named = documents.flatMap(name =>
    [...read(name).matchAll(/`([\w./[\]-]+)`/g)]
      .map(m => m[1]!)
      .filter(path => houses.includes(path.split('/')[0]!) && path.includes('/'))
      .map(path => ({ name, path })),
  )
  expect(named.length).toBeGreaterThan(60)
  const gone = named.filter(
    ({ path }) => !existsSync(join(root, path)) && !existsSync(join(root, `${path}.ts`)),
  )
  expect(gone).toEqual([])
})

it('the architecture lists every folder of the core, of the app, and at the top', () => {
  const text = read('docs/architecture.md')
  const foldersOf = (path: string): string[] =>
    readdirSync(join(root, path), { withFileTypes: true })
      .filter(entry => entry.isDirectory())
      .map(entry => `${path}/${entry.name}`)
  const wanted = [...houses, ...foldersOf('core'), ...foldersOf('app').filter(f => !f.endsWith('assets'))]
  expect(wanted.filter(folder => !text.includes(`\`${folder}`))).toEqual([])
})

it('every table of the store and every list of an export is in the document of formats', () => {
  const formats = read('docs/formats.md')
  const tables = /export const tableNames = \[([\s\S]*?)\]/.exec(read('core/office/tables.ts'))?.[1] ?? ''
  const names = [...tables.matchAll(/'(\w+)'/g)].map(m => m[1]!)
  expect(names.length).toBeGreaterThan(10)
  expect(names.filter(name => !formats.includes(name))).toEqual([])
})
