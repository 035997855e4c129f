import { db } from '../store/db'
import { DRAFT } from '../drafts/drafts'

/** Whether a run is open or a form is filled in, in any tab: what should not be interrupted. */
export const readInHand = async (): Promise<boolean> =>
  (await db.runs.where('state').anyOf('prepared', 'at the printer').count()) > 0 ||
  (await db.facts.where('name').startsWith(DRAFT).count()) > 0
