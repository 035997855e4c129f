import { refuseRequest } from '../practice/office'

/** Addresses that are there, and by which methods: another method is refused as such. */
const known: readonly (readonly [RegExp, string])[] = [
  [/^\/api\/health$/, 'GET'],
  [/^\/api\/practice-printer$/, 'GET'],
  [/^\/api\/practice-printer\/jobs$/, 'POST'],
  [/^\/api\/practice-printer\/jobs\/[^/]+$/, 'GET, DELETE'],
  [/^\/api\/practice-printer\/trays\/[^/]+$/, 'PUT'],
  [/^\/api\/practice-(?:bank|mailbox)$/, 'GET, POST'],
]

/** What is not here says so, as JSON, whatever the method. */
export default defineEventHandler(event => {
  const allowed = known.find(([path]) => path.test(event.path.split('?')[0]!))?.[1]
  if (!allowed) return refuseRequest(404, 'There is no such address')
  setResponseHeader(event, 'Allow', allowed)
  return refuseRequest(405, `This address takes only ${allowed}`)
})
