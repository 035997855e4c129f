// npm run audit -- --trail FILE | --backup FILE: proves an exported trail, or a whole backup, without a browser.
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { howMany } from '../core/base/howMany'
import type { Refusal } from '../core/base/result'
import { auditBackup } from '../core/office/backup/auditBackup'
import { BackupReader } from '../core/office/backup/backupReader'
import { isLocked, unlock } from '../core/exchange/locked'
import { auditTrail } from '../core/exchange/trailFile'

const options = {
  trail: { type: 'string' },
  backup: { type: 'string' },
  help: { type: 'boolean' },
} as const
/** What was given on the command line; ends with one line where that is not understood. */
function given() {
  try {
    return parseArgs({ options }).values
  } catch (error) {
    console.error(`${(error as Error).message.split('. ')[0]}. See npm run audit -- --help.`)
    process.exit(2)
  }
}
const values = given()
const file = values.backup ?? values.trail
if (values.help || !file) {
  console.error(
    `npm run audit -- --trail FILE    check a trail exported as JSON lines: numbers, links and hashes
npm run audit -- --backup FILE   check a backup: hashes, rows against the trail, numbers, entries, totals and bills; set LANE_PASSPHRASE to open a locked one
exit status 0: no problems, 1: problems found, 2: the file cannot be read`,
  )
  process.exit(values.help ? 0 : 2)
}
/** The bytes of the file; ends where it cannot be read. */
function bytesOf(path: string): Buffer {
  try {
    return readFileSync(path)
  } catch (error) {
    console.error(`Cannot read ${path}: ${(error as Error).message}`)
    process.exit(2)
  }
}
function printTrail(text: string): number {
  const found = auditTrail(text)
  if (found.ok) console.log(`${found.value.lines} lines, chain intact, last hash ${found.value.last}`)
  else console.error(`Broken: ${found.refusal.text}`)
  return found.ok ? 0 : 1
}
/** Says why a backup cannot be read. Gives the status of the program's end. */
function printRefusal({ code, text }: Refusal): number {
  console.error(`Broken: ${text}`)
  return code === 'backup-zip' || code === 'backup-newer' ? 2 : 1
}
async function printBackup(bytes: Uint8Array): Promise<number> {
  const open = isLocked(bytes) ? await unlock(bytes, process.env.LANE_PASSPHRASE ?? '') : undefined
  if (open && !open.ok) {
    console.error(`Locked: ${open.refusal.text}`)
    return 2
  }
  const backup = BackupReader.open(open?.value ?? bytes)
  if (!backup.ok) return printRefusal(backup.refusal)
  const audited = auditBackup(backup.value)
  if (!audited.ok) return printRefusal(audited.refusal)
  const { manifest } = backup.value
  const findings = audited.value
  for (const finding of findings) console.error(`Problem: ${finding}`)
  const rows = manifest.parts.reduce((sum, part) => sum + (part.rows ?? 0), 0)
  console.log(
    `${manifest.parts.length} parts, ${rows} rows, ${backup.value.countOf('trail')} trail lines, saved ${manifest.madeAt} by ${manifest.by}: ${findings.length ? `${howMany(findings.length, 'problem')} found` : 'no problems found'}`,
  )
  return findings.length ? 1 : 0
}
const bytes = bytesOf(file)
process.exit(values.backup ? await printBackup(bytes) : printTrail(bytes.toString('utf8')))
