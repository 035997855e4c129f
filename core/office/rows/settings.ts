import { z } from '../../base/schema'
import { reasonKinds, type OfficeSettings, type ReasonKind, type ReasonList } from '../settings'
import { text } from './parts'

export const reasonList = z.strictObject({
  id: z.enum(Object.keys(reasonKinds) as [ReasonKind, ...ReasonKind[]]),
  reasons: z.array(text).max(20),
}) satisfies z.ZodType<ReasonList>

export const officeSettings = z.strictObject({
  id: z.literal('office'),
  keepPapersDays: z.number().int().min(1).nullable(),
}) satisfies z.ZodType<OfficeSettings>
