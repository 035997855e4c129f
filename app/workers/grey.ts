/** Grey pixels of pixels in colour, weighed as the eye does. */
export function greyOf({ width, height, data }: ImageData): {
  w: number
  h: number
  data: Uint8Array<ArrayBuffer>
} {
  const grey = new Uint8Array(width * height)
  for (let i = 0; i < grey.length; i++)
    grey[i] = (data[4 * i]! * 77 + data[4 * i + 1]! * 151 + data[4 * i + 2]! * 28) >> 8
  return { w: width, h: height, data: grey }
}

/** A bitmap's pixels, for work in a worker. */
export function pixelsOf(bitmap: ImageBitmap): ImageData {
  const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', {
    willReadFrequently: true,
  })
  if (!context) throw new Error('this browser gives workers no canvas')
  context.drawImage(bitmap, 0, 0)
  return context.getImageData(0, 0, bitmap.width, bitmap.height)
}
