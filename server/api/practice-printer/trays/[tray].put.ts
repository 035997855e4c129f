import { z } from '#core/base/schema'
import { practiceTrays } from '#core/fit/practicePrinter'
import { pressSchema } from '#core/practice/press'
import { jsonOf } from '../../../practice/body'
import { deskOf } from '../../../practice/desk'
import { checked, ownPagesOnly } from '../../../practice/office'

/** A tray's settings are a few words. */
const MOST_BYTES = 20_000

/** Sets what a tray does wrong. */
export default defineEventHandler(async event => {
  ownPagesOnly(event)
  const { printer } = deskOf(event)
  printer.setTray(
    checked(z.enum(practiceTrays), getRouterParam(event, 'tray', { decode: true })),
    checked(pressSchema, await jsonOf(event, MOST_BYTES)),
  )
  return printer.state()
})
