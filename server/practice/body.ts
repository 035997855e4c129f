import { getHeader, setResponseHeader, type H3Event } from 'h3'
import { refusal, refuseRequest } from './office'

/** Refuses a request whose body is not read to its end: the connection ends with the answer. */
export function refusalUnread(event: H3Event, ...of: Parameters<typeof refusal>): Error {
  const { req, res } = event.node
  setResponseHeader(event, 'Connection', 'close')
  res.once('finish', () => req.destroy())
  return refusal(...of)
}

/**
 * The body of a request, cut off as soon as it is longer than allowed: what is too long is never held. Refused with
 * 413; the connection ends, as its rest is not read.
 */
export function bodyOf(event: H3Event, most: number): Promise<Buffer> {
  const { req } = event.node
  return new Promise<Buffer>((done, failed) => {
    const refuse = (): void => {
      req.removeAllListeners('data')
      req.pause()
      const limit = Math.round(most / 1e5) / 10
      failed(refusalUnread(event, 413, `The request is too large. The limit is ${limit} MB`))
    }
    const told = Number(getHeader(event, 'content-length') ?? 0)
    if (told > most) return refuse()
    const parts: Buffer[] = []
    let length = 0
    req.on('data', (part: Buffer) => {
      length += part.length
      if (length > most) return refuse()
      parts.push(part)
    })
    req.on('end', () => done(Buffer.concat(parts)))
    req.on('error', failed)
  })
}
/** A body of JSON. */
export async function jsonOf(event: H3Event, most: number): Promise<unknown> {
  const body = await bodyOf(event, most)
  try {
    return JSON.parse(body.toString('utf8'))
  } catch {
    return refuseRequest(422, 'The request is not JSON')
  }
}
