import { bankOrderSchema } from '#core/practice/bankReport'
import { jsonOf } from '../../practice/body'
import { carryOut } from '../../practice/bankOrders'
import { deskOf } from '../../practice/desk'
import { checked, ownPagesOnly } from '../../practice/office'

const MOST_BYTES = 8_000_000

/** Has the practice bank do something; answers with what its account is then. */
export default defineEventHandler(async event => {
  ownPagesOnly(event)
  const desk = deskOf(event)
  return carryOut(desk, checked(bankOrderSchema, await jsonOf(event, MOST_BYTES)))
})
