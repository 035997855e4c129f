import { z } from '../../base/schema'
import { reasonKinds, type OfficeSettings, type ReasonKind, type ReasonList } from '../settings'
import { moment, text } from './parts'

export const reasonList = z.strictObject({
  id: z.enum(Object.keys(reasonKinds) as [ReasonKind, ...ReasonKind[]]),
  reasons: z.array(text).max(20),
}) satisfies z.ZodType<ReasonList>

export const officeSettings = z.strictObject({
  id: z.literal('office'),
  keepPapersDays: z.number().int().min(1).nullable(),
  handedOver: z.strictObject({ to: text, at: moment, by: text }).exactOptional(),
}) satisfies z.ZodType<OfficeSettings>
