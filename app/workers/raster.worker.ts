import { withDots } from '#core/exchange/dots'
import { expose } from 'comlink'
import wasmUrl from '@hyzyla/pdfium/pdfium.wasm?url'
import type { GreyImage } from '#core/micr/darkness'
import { MM_PER_INCH } from '#core/paper/length'
import type { Note } from '#core/proof/note'
import { rasteriser, type RasterPdf } from '~~/raster/pdfium'
import { readLines, type LineToRead } from '~~/raster/readLines'

const STEP = 5
let loaded: ReturnType<typeof rasteriser> | undefined
const load = async (): ReturnType<typeof rasteriser> => rasteriser(await (await fetch(wasmUrl)).arrayBuffer())
async function withPdf<T>(bytes: Uint8Array, work: (pdf: RasterPdf) => T): Promise<T> {
  const pdf = await (await (loaded ??= load())).open(bytes)
  try {
    return work(pdf)
  } finally {
    pdf.close()
  }
}

/** Looks at finished PDFs. Its file alone may compile WebAssembly (nuxt.config.ts). */
const api = {
  /** Loads what reading needs, before there is anything to read. */
  getReady: async (): Promise<void> => void (await (loaded ??= load())),

  /** Reads MICR lines back; `onLines` hears how many more were read. */
  readLines: (
    bytes: Uint8Array,
    lines: readonly LineToRead[],
    onLines: (more: number) => void,
  ): Promise<Note[]> =>
    withPdf(bytes, pdf => {
      let read = 0
      return readLines(pdf, lines, () => {
        if (++read % STEP === 0 || read === lines.length) onLines(read % STEP || STEP)
      })
    }),

  /** The first page as grey pixels at so many dots to the inch. */
  grey: (bytes: Uint8Array, dpi: number): Promise<GreyImage> =>
    withPdf(bytes, pdf => pdf.grey(1, { x: 0, y: 0, ...pdf.sizeOf(1) }, dpi)),

  /** The first page as a PNG picture at so many dots to the inch, no side longer than `most` pixels. */
  async firstPage(bytes: Uint8Array, dpi: number, most: number): Promise<Blob> {
    const picture = await withPdf(bytes, pdf => {
      const size = pdf.sizeOf(1)
      const scale = Math.min(1, most / ((Math.max(size.w, size.h) / MM_PER_INCH) * dpi))
      return { ...pdf.colors(1, { x: 0, y: 0, ...size }, dpi * scale), dpi: dpi * scale }
    })
    const canvas = new OffscreenCanvas(picture.w, picture.h)
    canvas
      .getContext('2d')
      ?.putImageData(
        new ImageData(picture.data as Uint8ClampedArray<ArrayBuffer>, picture.w, picture.h),
        0,
        0,
      )
    const png = await canvas.convertToBlob({ type: 'image/png' })
    return new Blob([withDots(new Uint8Array(await png.arrayBuffer()), picture.dpi)], { type: 'image/png' })
  },
}
export type RasterApi = typeof api
expose(api)
