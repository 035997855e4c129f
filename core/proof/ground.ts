import type { Box } from '../paper/length'
import type { PathStep } from './marks'

const STEP = 2.6
const round = (n: number): number => Math.round(n * 100) / 100

/**
 * A smooth path through points: each inner point bends the line, halfway between two points it passes
 * exactly.
 */
function smooth(list: readonly (readonly [number, number])[]): PathStep[] {
  const [first, ...rest] = list
  if (!first) return []
  const steps: PathStep[] = [['M', round(first[0]), round(first[1])]]
  rest.forEach(([x, y], i) => {
    const next = rest[i + 1]
    if (next) steps.push(['Q', round(x), round(y), round((x + next[0]) / 2), round((y + next[1]) / 2)])
    else steps.push(['L', round(x), round(y)])
  })
  return steps
}

/**
 * The light guilloche ground of our own for blank stock: braids of sine strands that swell and narrow
 * across the box, and a ring of loops in its middle. Every point lies within the box. Returns one list of
 * steps for a single stroke.
 */
export function ground(box: Box): PathStep[] {
  const steps: PathStep[] = []
  const braids = 3
  const strands = 7
  const pitch = box.h / braids
  for (let b = 0; b < braids; b++) {
    const middle = box.y + pitch * (b + 0.5)
    for (let s = 0; s < strands; s++) {
      const phase = (s / strands) * 2 * Math.PI + b * 0.9
      const list: [number, number][] = []
      const count = Math.ceil(box.w / STEP)
      for (let i = 0; i <= count; i++) {
        const t = i / count
        const swell = 0.62 + 0.38 * Math.cos(t * 6 * Math.PI + b * Math.PI)
        list.push([box.x + t * box.w, middle + 0.48 * pitch * swell * Math.sin((t * box.w) / 8.2 + phase)])
      }
      steps.push(...smooth(list))
    }
  }
  const cx = box.x + box.w / 2
  const cy = box.y + box.h / 2
  const reach = Math.min(box.w, box.h) * 0.46
  const loops = 17
  const ring: [number, number][] = []
  for (let i = 0; i <= loops * 22; i++) {
    const a = (i / (loops * 22)) * 2 * Math.PI * 3
    const r = reach * (0.72 + 0.28 * Math.cos((a * loops) / 3))
    ring.push([cx + r * Math.cos(a), cy + r * Math.sin(a)])
  }
  steps.push(...smooth(ring))
  return steps
}
