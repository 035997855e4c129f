import { createCanvas, loadImage } from '@napi-rs/canvas'
import { describe, expect, it } from 'vitest'
import { dotsPerMm, withDots } from './dots'

const picture = createCanvas(30, 20)
/** A JPEG with a JFIF header of that unit (0 none, 1 inch, 2 cm) and density. */
const jfif = (unit: number, x: number, y: number) =>
  Uint8Array.from([
    ...[0xff, 0xd8, 0xff, 0xe0, 0, 16, ...Buffer.from('JFIF\0'), 1, 2, unit],
    ...[x >> 8, x & 255, y >> 8, y & 255, 0, 0, 0xff, 0xda, 0, 2],
  ])
/** A JPEG with an Exif header that says 300 dots to the inch, most significant byte first. */
const exif = (): Uint8Array => {
  const row = (tag: number, kind: number, value: number[]) => [
    tag >> 8,
    tag & 255,
    0,
    kind,
    0,
    0,
    0,
    1,
    ...value,
  ]
  const rows = [row(0x11a, 5, [0, 0, 0, 50]), row(0x11b, 5, [0, 0, 0, 50]), row(0x128, 3, [0, 2, 0, 0])]
  const tiff = [
    ...Buffer.from('MM\0*'),
    0,
    0,
    0,
    8,
    0,
    3,
    ...rows.flat(),
    0,
    0,
    0,
    0,
    0,
    0,
    1,
    44,
    0,
    0,
    0,
    1,
  ]
  const body = [...Buffer.from('Exif\0\0'), ...tiff]
  return Uint8Array.from([0xff, 0xd8, 0xff, 0xe1, 0, body.length + 2, ...body, 0xff, 0xda, 0, 2])
}

describe('the scale of a picture', () => {
  it('is told in a PNG and read again, and the picture is as it was', async () => {
    const png = new Uint8Array(await picture.encode('png'))
    expect(dotsPerMm(png)).toBeUndefined()
    const told = withDots(png, 200)
    expect(dotsPerMm(told)! * 25.4).toBeCloseTo(200, 2)
    const back = await loadImage(Buffer.from(told))
    expect([back.width, back.height]).toEqual([30, 20])
  })
  it('is read in a JPEG by its JFIF or Exif header, unless that says nothing or two things', () => {
    expect(dotsPerMm(jfif(1, 300, 300))! * 25.4).toBeCloseTo(300, 6)
    expect(dotsPerMm(jfif(2, 118, 118))).toBeCloseTo(11.8, 6)
    expect([dotsPerMm(jfif(0, 1, 1)), dotsPerMm(jfif(1, 300, 150))]).toEqual([undefined, undefined])
    expect(dotsPerMm(exif())! * 25.4).toBeCloseTo(300, 6)
    for (let cut = 0; cut < exif().length - 14; cut++)
      expect(dotsPerMm(exif().subarray(0, cut))).toBeUndefined()
  })
})
