import { z } from '#core/base/schema'
import { practiceTrays } from '#core/fit/practicePrinter'
import { pressSchema } from '#core/practice/press'
import { checked, ownPagesOnly, printer } from '../../../practice/office'

/** Sets what a tray does wrong. */
export default defineEventHandler(async event => {
  ownPagesOnly(event)
  printer.setTray(
    checked(z.enum(practiceTrays), getRouterParam(event, 'tray', { decode: true })),
    checked(pressSchema, await readBody(event)),
  )
  return printer.state()
})
