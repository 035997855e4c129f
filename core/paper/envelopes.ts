import { inches, type Box, type Mm } from './length'

/** A window envelope: size, its address window from the left and the foot, all outside measures in mm. */
export interface Envelope {
  readonly id: string
  readonly name: string
  readonly w: Mm
  readonly h: Mm
  readonly window: { readonly left: Mm; readonly foot: Mm; readonly w: Mm; readonly h: Mm }
}

const inch = (
  id: string,
  name: string,
  w: number,
  h: number,
  left: number,
  foot: number,
  ww: number,
  wh: number,
): Envelope => ({
  id,
  name,
  w: inches(w),
  h: inches(h),
  window: { left: inches(left), foot: inches(foot), w: inches(ww), h: inches(wh) },
})

/**
 * Envelopes in common use with checks; sizes from stationers' lists (check), to be measured where it matters.
 */
export const envelopes: readonly Envelope[] = [
  inch('no-8-5-8', 'No. 8 5/8 check envelope, 8 5/8 x 3 5/8 in', 8.625, 3.625, 0.625, 0.8125, 4, 1.125),
  inch('no-9', 'No. 9 window, 8 7/8 x 3 7/8 in', 8.875, 3.875, 0.875, 0.5, 4.5, 1.125),
  inch('no-10', 'No. 10 window, 9 1/2 x 4 1/8 in', 9.5, 4.125, 0.875, 0.5, 4.5, 1.125),
  { id: 'dl', name: 'DL window, 220 x 110 mm', w: 220, h: 110, window: { left: 20, foot: 15, w: 90, h: 45 } },
]

/**
 * The part of a check of that size that always shows in the window, wherever the check slides in the
 * envelope: the check lies with its foot down and may move by what the envelope is larger. Undefined where
 * it may slip out of sight altogether.
 */
export function surelySeen(envelope: Envelope, check: { readonly w: Mm; readonly h: Mm }): Box | undefined {
  const slackX = Math.max(0, envelope.w - check.w)
  const slackY = Math.max(0, envelope.h - check.h)
  const top = envelope.h - envelope.window.foot - envelope.window.h
  const box = {
    x: envelope.window.left,
    y: top,
    w: envelope.window.w - slackX,
    h: envelope.window.h - slackY,
  }
  return box.w > 5 && box.h > 3 ? box : undefined
}

/**
 * The part of a check of that size that may show in the window, however it lies in the envelope; undefined
 * where it does not go in.
 */
export function everSeen(envelope: Envelope, check: { readonly w: Mm; readonly h: Mm }): Box | undefined {
  const [slackX, slackY] = [envelope.w - check.w, envelope.h - check.h]
  if (slackX < -0.5 || slackY < -0.5) return undefined
  const top = envelope.h - envelope.window.foot - envelope.window.h
  return {
    x: envelope.window.left - Math.max(0, slackX),
    y: top - Math.max(0, slackY),
    w: envelope.window.w + Math.max(0, slackX),
    h: envelope.window.h + Math.max(0, slackY),
  }
}
