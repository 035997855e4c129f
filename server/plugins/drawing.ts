import { drawForAnother } from '../practice/drawing/answering'
import { drawElsewhere } from '../practice/drawing/drawing'
import { DRAWS } from '../practice/drawing/messages'
import { DrawingProcess } from '../practice/drawing/process'

/** The built server opens and draws PDFs in a second process of itself. */
export default defineNitroPlugin(() => {
  if (import.meta.dev || import.meta.prerender) return
  const script = process.argv[1]
  if (process.env[DRAWS]) drawForAnother()
  else if (script) drawElsewhere(new DrawingProcess(script).work)
})
