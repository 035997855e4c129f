import { byTable, digestsOf, rowsHash, sumTexts } from '#core/office/rowDigests'
import { tableNames } from '#core/office/tables'
import { auditFact } from '../audit/auditFact'
import { db } from '../store/db'
import { painted } from '../numbers/paintStrips'
import { laneTotalsAfter } from '../payments/followLanes'

/**
 * The demo's code, asked for as soon as the first screen stands, so that the click only has to tell the
 * story.
 */
export const demoCode = () => import('~~/demo/scenario')

/** Fills an empty browser with the demo office, told up to the given moment; all of it or nothing. */
export async function startWithDemo(now: string): Promise<void> {
  const { demoOffice } = await demoCode()
  const office = await demoOffice(now)
  const digests = digestsOf(office)
  const last = office.trail.at(-1)
  const findings = last?.rows === rowsHash(sumTexts(byTable(digests))) ? 0 : 1
  await db.transaction('rw', db.tables, async () => {
    await Promise.all([
      ...tableNames.map(table => db.table(table).bulkAdd(office[table] as unknown[])),
      db.strips.bulkAdd(painted([], office.numbers)),
      db.lanes.bulkAdd(laneTotalsAfter([], [], office.payments)),
      db.digests.bulkAdd(digests),
    ])
    await db.facts.bulkPut([
      { name: 'started', value: 'demo' },
      auditFact({ at: now, seq: office.trail.length, findings }),
    ])
  })
}

export const startEmpty = (): Promise<unknown> => db.facts.put({ name: 'started', value: 'empty' })

/** Forgets everything that this browser keeps, in one transaction. */
export const startOver = (): Promise<void> =>
  db.transaction('rw', db.tables, async () => {
    for (const table of db.tables) await table.clear()
  })
