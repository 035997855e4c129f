import { expect, it } from 'vitest'
import { cents } from '../money/cents'
import { leftOut } from './leftOut'
import { billOf } from './test/bill'

it('what is free says which bills it leaves out, by what they wait for', () => {
  const waits = billOf({ stage: 'waits', amount: cents(6123_45) })
  const [one, other] = [billOf({ amount: cents(10_00) }), billOf({ amount: cents(-4_00) })]
  expect(leftOut([waits], '$')).toBe('without 1 bill that needs approval, $6,123.45')
  expect(leftOut([one, other, waits, billOf({ stage: 'draft', amount: cents(5_00) })], '$')).toBe(
    'without 2 open bills, $6.00, 1 bill that needs approval, $6,123.45, and 1 draft, $5.00',
  )
  expect(leftOut([billOf({ stage: 'paid' }), billOf({ stage: 'cancelled' })], '$')).toBe('')
})
