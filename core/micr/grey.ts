/** Grey pixels of pixels in colour (RGBA), weighed as the eye does. */
export function greyOf(of: {
  readonly width: number
  readonly height: number
  readonly data: ArrayLike<number>
}): {
  w: number
  h: number
  data: Uint8Array<ArrayBuffer>
} {
  const { width, height, data } = of
  const grey = new Uint8Array(width * height)
  for (let i = 0; i < grey.length; i++)
    grey[i] = (data[4 * i]! * 77 + data[4 * i + 1]! * 151 + data[4 * i + 2]! * 28) >> 8
  return { w: width, h: height, data: grey }
}
