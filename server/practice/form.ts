import { Busboy, type BusboyHeaders, type BusboyInstance } from '@fastify/busboy'
import type { H3Event } from 'h3'
import { refusal } from './office'

const MOST_PARTS = 4

/** The parts of a form by their names, read as it arrives: `most` bytes of words each. Refused with 422 where it is none. */
export function formOf({ node: { req } }: H3Event, most: number): Promise<ReadonlyMap<string, Buffer>> {
  return new Promise((done, failed) => {
    const refuse = (): void => failed(refusal(422, 'The request is not a form'))
    const parts = new Map<string, Buffer>()
    let form: BusboyInstance
    try {
      form = new Busboy({
        headers: req.headers as BusboyHeaders,
        limits: { fieldSize: most, parts: MOST_PARTS },
      })
    } catch {
      return refuse()
    }
    form.on('field', (name, value) => parts.set(name, Buffer.from(value)))
    form.on('file', (name, file) => {
      const pieces: Buffer[] = []
      file.on('data', (piece: Buffer) => pieces.push(piece))
      file.on('end', () => parts.set(name, Buffer.concat(pieces)))
    })
    form.on('finish', () => done(parts))
    form.on('error', refuse)
    req.on('error', failed)
    req.pipe(form)
  })
}
