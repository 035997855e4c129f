/** A bitmap's pixels, for work in a worker. */
export function pixelsOf(bitmap: ImageBitmap): ImageData {
  const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', {
    willReadFrequently: true,
  })
  if (!context) throw new Error('this browser gives workers no canvas')
  context.drawImage(bitmap, 0, 0)
  return context.getImageData(0, 0, bitmap.width, bitmap.height)
}
