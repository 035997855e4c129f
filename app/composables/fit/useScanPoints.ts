import { ref, watch } from 'vue'
import type { Point } from '#core/paper/straighten'

/** Corners of a sheet as shares of its sides, around it with the clock. */
const CORNERS = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
] as const
const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const TENFOLD = 10

/**
 * Two or four points of a scan, in pixels of it, and where they lie on the real sheet, in mm: the corners, to
 * begin with. One of them, `at`, is being marked.
 */
export function useScanPoints(sheet: () => { readonly w: number; readonly h: number }) {
  const count = ref<2 | 4>(4)
  const at = ref(0)
  const seen = ref<Point[]>([])
  const real = ref<Point[]>([])
  let picture: { readonly width: number; readonly height: number } | undefined

  const cornersOf = (w: number, h: number): Point[] =>
    CORNERS.slice(0, count.value).map(([x, y]) => ({ x: w * x, y: h * y }))
  function begin(of = picture): void {
    picture = of
    real.value = cornersOf(sheet().w, sheet().h)
    if (of) seen.value = cornersOf(of.width, of.height)
    at.value = 0
  }
  watch(count, () => begin())

  const change = (points: readonly Point[], at: number, to: (point: Point) => Point): Point[] =>
    points.map((p, i) => (i === at ? to(p) : p))
  /** Puts the point being marked there, and goes on to the next. */
  function mark(spot: Point): void {
    seen.value = change(seen.value, at.value, () => spot)
    at.value = (at.value + 1) % count.value
  }
  function nudge(event: KeyboardEvent): void {
    const way = arrows[event.key]
    if (!way) return
    event.preventDefault()
    const by = event.shiftKey ? TENFOLD : 1
    seen.value = change(seen.value, at.value, p => ({ x: p.x + way[0] * by, y: p.y + way[1] * by }))
  }
  function setReal(i: number, part: Partial<Point>): void {
    real.value = change(real.value, i, p => ({ ...p, ...part }))
  }
  return { count, at, seen, real, begin, mark, nudge, setReal }
}
