// npm run schemas: writes the published JSON Schemas of our files into docs/schema/.
import { mkdirSync, writeFileSync } from 'node:fs'
import { schemaFiles } from '../core/office/fileSchemas'

mkdirSync('docs/schema', { recursive: true })
for (const [name, text] of Object.entries(schemaFiles())) writeFileSync(`docs/schema/${name}`, text)
