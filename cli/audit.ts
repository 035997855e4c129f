// npm run audit -- --trail FILE: checks the chain of an exported trail and says its first broken line.
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { auditTrail } from '../core/exchange/trailFile'

const { values } = parseArgs({ options: { trail: { type: 'string' }, help: { type: 'boolean' } } })
if (values.help || !values.trail) {
  console.error(
    'npm run audit -- --trail FILE   checks a trail exported as JSON lines: every line, its number, its link, its hash',
  )
  process.exit(values.help ? 0 : 2)
}
let text: string
try {
  text = readFileSync(values.trail, 'utf8')
} catch (error) {
  console.error(`${values.trail} cannot be read: ${(error as Error).message}`)
  process.exit(2)
}
const found = auditTrail(text)
if (found.ok) console.log(`${found.value.lines} lines, the chain holds; it ends with ${found.value.last}`)
else console.error(`Broken: ${found.refusal.text}`)
process.exit(found.ok ? 0 : 1)
