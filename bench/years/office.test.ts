import { expect, test } from 'vitest'
import { auditWhole } from '../../core/office/test/auditWhole'
import { rowFaults } from '../../core/office/rows'
import { tenYears, YEARS } from './office'

test('the office of ten years, here a small one, is an office as acts leave it', async () => {
  const less = { checks: 120, outstanding: 10, payees: 30, waiting: 20, accounts: 9, layouts: 3, versions: 3 }
  const office = await tenYears('2026-11-24T08:00:00.000-05:00', { ...YEARS, ...less, lines: 240 })
  expect(office.payments.length).toBeGreaterThan(140)
  expect(rowFaults(office)).toEqual([])
  expect(auditWhole(office)).toEqual([])
})
