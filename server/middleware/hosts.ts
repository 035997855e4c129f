import { getRequestHost } from 'h3'

/** Names under which this machine knows itself, and those that it is told (`VIOLET_LANE_HOSTS`, with commas). */
const own = ['localhost', '127.0.0.1', '[::1]']
const told = (process.env.VIOLET_LANE_HOSTS ?? '').split(',').map(name => name.trim().toLowerCase())

/**
 * Only requests that name a host of ours are answered: a page of another name that is led to this machine (DNS
 * rebinding) gets nothing.
 */
export default defineEventHandler(event => {
  const host = getRequestHost(event).toLowerCase().replace(/:\d+$/, '')
  if (own.includes(host) || told.includes(host)) return
  throw createError({ statusCode: 421, statusMessage: 'Misdirected Request' })
})
