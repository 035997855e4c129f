/** Grey pixels in rows from the top, 0 black to 255 white. */
export interface GreyImage {
  readonly w: number
  readonly h: number
  readonly data: Uint8Array | Uint8ClampedArray
}

/** Darkness below which a pixel is taken for paper, where it is asked whether there is ink at all. */
const FAINT = 0.12

/** How dark each grey is, 0 to 1, after stretching the image's own black and white. */
export function darkOfGrey({ data }: GreyImage): Float32Array {
  const counts = new Uint32Array(256)
  for (let i = 0; i < data.length; i++) counts[data[i]!]!++
  const at = (share: number): number => {
    let n = 0
    for (let v = 0; v < 256; v++) {
      n += counts[v]!
      if (n >= share * data.length) return v
    }
    return 255
  }
  const black = at(0.01)
  const white = at(0.6)
  const range = Math.max(40, white - black)
  return Float32Array.from({ length: 256 }, (_, v) => Math.min(1, Math.max(0, (white - v) / range)))
}

/** A part of an image, and where its upper left corner lies in it. */
export type ImagePart = GreyImage & { readonly x: number; readonly y: number }

/** Whole rows of an image, as far as it has them. */
export function rowsOf({ w, h, data }: GreyImage, from: number, to: number): ImagePart {
  const [top, end] = [Math.min(h, Math.max(0, Math.floor(from))), Math.min(h, Math.max(0, Math.ceil(to)))]
  return { x: 0, y: top, w, h: Math.max(0, end - top), data: data.subarray(top * w, Math.max(top, end) * w) }
}

/**
 * The part of the image in which there is ink at all, with as much white around it as there is, up to
 * `margin` pixels; undefined where all is white.
 */
export function inkPart(
  { w, h, data }: GreyImage,
  darkOf: Float32Array,
  margin: number,
): ImagePart | undefined {
  let lightest = 255
  while (lightest >= 0 && darkOf[lightest]! < FAINT) lightest--
  let [left, right, top, bottom] = [w, -1, h, -1]
  for (let y = 0; y < h; y++) {
    const row = data.subarray(y * w, y * w + w)
    let first = 0
    while (first < w && row[first]! > lightest) first++
    if (first === w) continue
    let last = w - 1
    while (row[last]! > lightest) last--
    left = Math.min(left, first)
    right = Math.max(right, last)
    top = Math.min(top, y)
    bottom = y
  }
  if (right < 0) return undefined
  const [x, y] = [Math.max(0, left - margin), Math.max(0, top - margin)]
  const [wide, high] = [Math.min(w, right + 1 + margin) - x, Math.min(h, bottom + 1 + margin) - y]
  const part = new Uint8Array(wide * high)
  for (let v = 0; v < high; v++) part.set(data.subarray((y + v) * w + x, (y + v) * w + x + wide), v * wide)
  return { x, y, w: wide, h: high, data: part }
}

/** Of a row of pixels from a place on, each with its two neighbours; at the ends the pixel stands for the one missing. */
function sumsOfRow(data: GreyImage['data'], start: number, dark: Float32Array, into: Float32Array): void {
  const last = into.length - 1
  let here = dark[data[start]!]!
  let before = here
  for (let x = 0; x < last; x++) {
    const after = dark[data[start + x + 1]!]!
    into[x] = before + here + after
    before = here
    here = after
  }
  into[last] = before + here + here
}
/** Darkness of each pixel, averaged over its neighbours so that lone specks fade. */
export function darkness({ w, h, data }: GreyImage, darkOf: Float32Array): Float32Array {
  const ninth = darkOf.map(v => v / 9)
  const out = new Float32Array(w * h)
  if (!out.length) return out
  let [above, here, below] = [new Float32Array(w), new Float32Array(w), new Float32Array(w)]
  sumsOfRow(data, 0, ninth, here)
  above.set(here)
  for (let y = 0; y < h; y++) {
    if (y + 1 < h) sumsOfRow(data, (y + 1) * w, ninth, below)
    else below.set(here)
    for (let x = 0, i = y * w; x < w; x++, i++) out[i] = above[x]! + here[x]! + below[x]!
    ;[above, here, below] = [here, below, above]
  }
  return out
}
