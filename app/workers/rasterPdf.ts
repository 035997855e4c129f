import * as pdfjs from 'pdfjs-dist'
// The part of pdf.js that parses runs in this worker too, instead of in one of its own.
import * as parser from 'pdfjs-dist/build/pdf.worker.mjs'

;(globalThis as { pdfjsWorker?: unknown }).pdfjsWorker = parser

/** Makes canvases without a document: the rasteriser runs in a worker. */
class Canvases {
  create(width: number, height: number) {
    const canvas = new OffscreenCanvas(width, height)
    return { canvas, context: canvas.getContext('2d') }
  }
  reset(pair: { canvas: OffscreenCanvas }, width: number, height: number): void { pair.canvas.width = width; pair.canvas.height = height }
  destroy(pair: { canvas: OffscreenCanvas }): void { pair.canvas.width = 0; pair.canvas.height = 0 }
}

/** A PDF that was opened to be looked at. Close it when done. */
export interface OpenPdf {
  readonly pages: number
  /** Size of a page in mm. */
  sizeOf(page: number): Promise<{ w: number, h: number }>
  /** A part of a page, in mm from its upper left, as pixels at so many dots to the inch. */
  raster(page: number, part: { x: number, y: number, w: number, h: number }, dpi: number): Promise<ImageData>
  close(): Promise<void>
}

const MM_PER_POINT = 25.4 / 72

/** Opens a PDF from its bytes, without fonts of the system and without running anything in it. */
export async function openPdf(bytes: Uint8Array): Promise<OpenPdf> {
  const task = pdfjs.getDocument({
    // A copy: the parser takes the bytes over.
    data: bytes.slice(), disableFontFace: true, useSystemFonts: false, isEvalSupported: false, isOffscreenCanvasSupported: true, useWorkerFetch: false, verbosity: 0,
    CanvasFactory: Canvases, FilterFactory: class { addFilter() { return 'none' } addHCMFilter() { return 'none' } addAlphaFilter() { return 'none' } addLuminosityFilter() { return 'none' } addHighlightHCMFilter() { return 'none' } destroy() {} },
  } as unknown as Parameters<typeof pdfjs.getDocument>[0])
  const document = await task.promise
  return {
    pages: document.numPages,
    async sizeOf(number) {
      const { width, height } = (await document.getPage(number)).getViewport({ scale: 1 })
      return { w: width * MM_PER_POINT, h: height * MM_PER_POINT }
    },
    async raster(number, part, dpi) {
      const page = await document.getPage(number)
      const px = (mm: number): number => mm / 25.4 * dpi
      const canvas = new OffscreenCanvas(Math.max(1, Math.round(px(part.w))), Math.max(1, Math.round(px(part.h))))
      const context = canvas.getContext('2d', { willReadFrequently: true })
      if (!context) throw new Error('this browser gives workers no canvas')
      const viewport = page.getViewport({ scale: dpi / 72, offsetX: -px(part.x), offsetY: -px(part.y) })
      await page.render({ canvas: null, canvasContext: context as unknown as CanvasRenderingContext2D, viewport, background: '#ffffff' }).promise
      page.cleanup()
      return context.getImageData(0, 0, canvas.width, canvas.height)
    },
    close: () => task.destroy(),
  }
}
