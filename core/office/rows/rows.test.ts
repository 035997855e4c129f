import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { demoOffice } from '../../../demo/scenario'
import { tableNames, type Snapshot, type TableName } from '../tables'
import { rowFaults, rowSchemas } from '.'

describe('the rows of every table', () => {
  let office: Snapshot
  beforeAll(async () => {
    office = await demoOffice('2026-11-24T10:00:00.000-05:00')
  })

  it('pass as the acts write them, and come through unchanged', () => {
    expect(rowFaults(office)).toEqual([])
    for (const table of tableNames) {
      for (const row of office[table].slice(0, 40)) expect(rowSchemas[table].parse(row)).toEqual(row)
    }
  })
  it('are refused where a value is of another kind, missing, or one that is not known', () => {
    const filled = tableNames.filter(table => office[table].length)
    const spoiled = fc.record({
      table: fc.constantFrom<TableName>(...filled),
      at: fc.nat(),
      key: fc.nat(),
      how: fc.constantFrom('missing', 'another', 'extra'),
    })
    fc.assert(
      fc.property(spoiled, ({ table, at, key, how }) => {
        const rows = office[table]
        const row = { ...rows[at % rows.length] } as Record<string, unknown>
        const wanted = Object.keys(row)
        const name = wanted[key % wanted.length]!
        const optional = rowSchemas[table].safeParse({ ...row, [name]: undefined }).success
        const bare = Object.fromEntries(Object.entries(row).filter(([k]) => k !== name))
        const odd =
          how === 'missing' ? bare : how === 'extra' ? { ...row, odd: 1 } : { ...row, [name]: { odd: true } }
        const faults = rowFaults({ [table]: [odd] })
        if (how === 'missing' && (optional || rowSchemas[table].safeParse(bare).success)) return
        expect(faults.length, `${table}.${name} ${how}`).toBeGreaterThan(0)
        expect(faults[0]).toMatchObject({ table, row: 0 })
      }),
    )
  })
})
