import { readFileSync } from 'node:fs'
import type { Canvas } from '@napi-rs/canvas'
import { faceNames } from '#core/faces/faceNames'
import { greyOf } from '#core/micr/grey'
import type { FaceBytes } from '#core/render/pdfFonts'

/** The shipped faces, as the server reads them. */
export const faces = Object.fromEntries(
  faceNames.map(name => [name, new Uint8Array(readFileSync(`core/faces/ttf/${name}.ttf`))]),
) as unknown as FaceBytes
export const grey = (canvas: Canvas): ReturnType<typeof greyOf> =>
  greyOf(canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height))
