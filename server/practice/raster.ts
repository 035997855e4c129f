import { createCanvas, DOMMatrix, ImageData, Path2D, type Canvas, type SKRSContext2D } from '@napi-rs/canvas'
import type { Affine } from '#core/fit/affine'
import { MM_PER_INCH } from '#core/paper/length'
import { UnusablePdf } from './unusablePdf'

/**
 * pdf.js, loaded when the first PDF comes, with what it takes from a browser: it would look for the same
 * package by itself, in a way that no bundler can follow.
 */
async function load() {
  Object.assign(globalThis, { DOMMatrix, ImageData, Path2D })
  const pdfjs = await import('pdfjs-dist/legacy/build/pdf.mjs')
  // @ts-expect-error the package has no types for its parser
  const parser = (await import('pdfjs-dist/legacy/build/pdf.worker.mjs')) as object
  Object.assign(globalThis, { pdfjsWorker: parser })
  return pdfjs
}
let loaded: ReturnType<typeof load> | undefined

class Canvases {
  create(width: number, height: number): { canvas: Canvas; context: SKRSContext2D } {
    const canvas = createCanvas(width, height)
    return { canvas, context: canvas.getContext('2d') }
  }
  reset(pair: { canvas: Canvas }, width: number, height: number): void {
    pair.canvas.width = width
    pair.canvas.height = height
  }
  destroy(pair: { canvas: Canvas }): void {
    pair.canvas.width = 0
    pair.canvas.height = 0
  }
}

/** A picture of more pixels than this is left out: that of a sheet at 600 dots to the inch has 34 million. */
const MOST_PIXELS = 40_000_000
const MM_PER_POINT = MM_PER_INCH / 72

/**
 * A PDF opened for printing, without running anything in it and without fonts of the system. Close it when
 * done.
 */
export interface PrintablePdf {
  readonly sizes: readonly { readonly w: number; readonly h: number }[]
  /** The texts of a page, with where each begins, in mm from its upper left. */
  texts(page: number): Promise<{ text: string; x: number; y: number }[]>
  /** Draws the ink of a page, through a map in mm, on a clear canvas of a sheet's size. */
  ink(page: number, sheet: { w: number; h: number }, map: Affine, dpi: number): Promise<Canvas>
  close(): Promise<void>
}

/** Opens a PDF; throws `UnusablePdf` where it is none, has more than `most` pages, or is encrypted. */
export async function openPrintable(bytes: Uint8Array, most: number): Promise<PrintablePdf> {
  if (!new TextDecoder('latin1').decode(bytes.subarray(0, 1024)).includes('%PDF-'))
    throw new UnusablePdf('the file is not a PDF')
  const pdfjs = await (loaded ??= load())
  const task = pdfjs.getDocument({
    data: bytes.slice(),
    useSystemFonts: false,
    isEvalSupported: false,
    disableFontFace: true,
    useWorkerFetch: false,
    verbosity: 0,
    maxImageSize: MOST_PIXELS,
    CanvasFactory: Canvases,
  } as unknown as Parameters<typeof pdfjs.getDocument>[0])
  try {
    const document = await task.promise
    if (await document.getPermissions())
      throw new UnusablePdf('The PDF is encrypted. Save it without protection first')
    if (document.numPages > most)
      throw new UnusablePdf(`The PDF has ${document.numPages} pages. The limit is ${most}`)
    const sizes: { w: number; h: number }[] = []
    for (let page = 1; page <= document.numPages; page++) {
      const { width, height } = (await document.getPage(page)).getViewport({ scale: 1 })
      sizes.push({ w: width * MM_PER_POINT, h: height * MM_PER_POINT })
    }
    return {
      sizes,
      async ink(number, sheet, map, dpi) {
        const page = await document.getPage(number)
        const per = dpi / MM_PER_INCH
        const canvas = createCanvas(Math.round(sheet.w * per), Math.round(sheet.h * per))
        const [a, b, c, d, e, f] = map
        await page.render({
          canvas: null,
          canvasContext: canvas.getContext('2d') as never,
          viewport: page.getViewport({ scale: dpi / 72 }),
          transform: [a, b, c, d, e * per, f * per],
          background: 'rgba(0,0,0,0)',
        }).promise
        page.cleanup()
        return canvas
      },
      async texts(number) {
        const page = await document.getPage(number)
        const { height } = page.getViewport({ scale: 1 })
        const { items } = await page.getTextContent()
        page.cleanup()
        return items.flatMap(item =>
          'str' in item
            ? [
                {
                  text: item.str,
                  x: Number(item.transform[4]) * MM_PER_POINT,
                  y: (height - Number(item.transform[5])) * MM_PER_POINT,
                },
              ]
            : [],
        )
      },
      close: () => task.destroy(),
    }
  } catch (error) {
    await task.destroy()
    if (error instanceof UnusablePdf) throw error
    const { name } = error as Error
    if (name === 'PasswordException')
      throw new UnusablePdf('The PDF is encrypted. Save it without protection first')
    if (['InvalidPDFException', 'FormatError', 'UnknownErrorException', 'MissingPDFException'].includes(name))
      throw new UnusablePdf('The PDF is damaged and cannot be opened')
    throw error
  }
}
