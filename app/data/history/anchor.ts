import { anchorText } from '#core/trail/trail'
import { db } from '../store/db'

/** The last line of the trail about a run, or that closed a statement, as it stands on paper; blank where there is none. */
export async function anchorOf(about: 'run' | 'statement', id: string): Promise<string> {
  const lines =
    about === 'run'
      ? db.trail.where('about.run').equals(id)
      : db.trail
          .where('act')
          .equals('Statement closed')
          .filter(line => line.about.statement === id)
  const last = await lines.last()
  return last ? anchorText(last.seq, last.hash) : ''
}
