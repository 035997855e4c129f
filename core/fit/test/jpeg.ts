import { createCanvas, loadImage } from '@napi-rs/canvas'
import type { GreyImage } from '../../micr/darkness'

/** A picture as it comes out of a JPEG file of that quality, 1 to 100. */
export async function throughJpeg({ w, h, data }: GreyImage, quality: number): Promise<GreyImage> {
  const canvas = createCanvas(w, h)
  const context = canvas.getContext('2d')
  const pixels = context.createImageData(w, h)
  for (let i = 0; i < data.length; i++) pixels.data.set([data[i]!, data[i]!, data[i]!, 255], 4 * i)
  context.putImageData(pixels, 0, 0)
  context.drawImage(await loadImage(await canvas.encode('jpeg', quality)), 0, 0)
  const back = context.getImageData(0, 0, w, h).data
  return { w, h, data: Uint8Array.from({ length: w * h }, (_, i) => back[4 * i]!) }
}
