import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { schemaFiles } from './fileSchemas'

it('our files have their published schemas up to date (npm run schemas)', () => {
  for (const [name, text] of Object.entries(schemaFiles()))
    expect(readFileSync(new URL(`../../docs/schema/${name}`, import.meta.url), 'utf8'), name).toBe(text)
})
