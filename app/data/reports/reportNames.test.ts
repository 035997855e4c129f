import { expect, test } from 'vitest'
import { onlyAsked, reportKinds, type ReportName } from './reportNames'

test('what a report does not ask for never narrows it', () => {
  const days = { from: '2026-01-01', to: '2026-02-01' }
  for (const name of Object.keys(reportKinds) as ReportName[]) {
    const asked = onlyAsked({ name, accountId: 'a', days, year: 2026 })
    const asks: readonly string[] = reportKinds[name].asks
    expect(asked, name).toEqual({
      ...{ name, year: 2026, days: asks.includes('days') ? days : { from: '', to: '' } },
      ...(asks.includes('account') && { accountId: 'a' }),
    })
  }
})
