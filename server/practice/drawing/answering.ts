import { Server } from 'node:net'
import { UnusablePdf } from '../unusablePdf'
import type { Answer, Question } from './messages'

async function answerTo({ id, name, args }: Question): Promise<Answer> {
  try {
    const { drawingWork } = await import('./work')
    const work = drawingWork[name] as (...of: readonly unknown[]) => Promise<unknown>
    return { id, value: await work(...args) }
  } catch (error) {
    return error instanceof UnusablePdf
      ? { id, unusable: error.message }
      : { id, fault: (error as Error).message }
  }
}

/** Makes this server one that draws for another: it listens nowhere, and ends with the one that began it. */
export function drawForAnother(): void {
  Server.prototype.listen = function () {
    return this
  }
  process.on('disconnect', () => process.exit())
  process.on('message', question => {
    // Who asked may be gone by then.
    void answerTo(question as Question).then(answer => process.send?.(answer, undefined, {}, () => {}))
  })
}
