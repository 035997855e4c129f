import { PDFiumLibrary, type PDFiumDocument } from '@hyzyla/pdfium'
import type { GreyImage } from '../core/micr/darkness'
import { MM_PER_INCH, MM_PER_POINT } from '../core/paper/length'

/** A part of a page, in mm from its upper left. */
export interface Part {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}
/**
 * A PDF opened to be looked at, by a rasteriser that is not the program that wrote it. Pages count from 1;
 * lengths in mm. Close it when done.
 */
export interface RasterPdf {
  readonly pages: number
  sizeOf(page: number): { w: number; h: number }
  /** A part of a page as grey pixels at so many dots to the inch; what lies off the page is white. */
  grey(page: number, part: Part, dpi: number): GreyImage
  /** A part of a page as RGBA pixels. */
  colors(page: number, part: Part, dpi: number): { w: number; h: number; data: Uint8ClampedArray }
  close(): void
}

/**
 * What of the library's own module is used: drawing a page with an offset into a bitmap of a part's size,
 * which its wrapper does not offer.
 */
interface Module {
  _FPDF_LoadPage(document: number, index: number): number
  _FPDF_ClosePage(page: number): void
  _FPDF_GetPageWidth(page: number): number
  _FPDF_GetPageHeight(page: number): number
  _FPDFBitmap_CreateEx(w: number, h: number, format: number, pointer: number, stride: number): number
  _FPDFBitmap_FillRect(bitmap: number, x: number, y: number, w: number, h: number, color: number): void
  _FPDF_RenderPageBitmap(
    bitmap: number,
    page: number,
    x: number,
    y: number,
    w: number,
    h: number,
    turn: number,
    flags: number,
  ): void
  _FPDFBitmap_GetBuffer(bitmap: number): number
  _FPDFBitmap_GetStride(bitmap: number): number
  _FPDFBitmap_Destroy(bitmap: number): void
  readonly HEAPU8: Uint8Array
}

// Names of the library's own constants (fpdfview.h).
const FORMAT_GREY = 1
const FORMAT_BGRA = 4
const FLAG_GREYSCALE = 0x08
const FLAG_REVERSED = 0x10
const WHITE = 0xffffffff

/** Opens PDFs with the given WebAssembly file of the library; `close` lets it go. */
export interface Rasteriser {
  open(pdf: Uint8Array): Promise<RasterPdf>
  close(): void
}

/** A document of the library's, and what of a page is drawn. */
class OpenPdf implements RasterPdf {
  readonly pages: number
  private readonly index: number
  // The page drawn last stays open: the checks of one sheet follow each other.
  private open: { readonly number: number; readonly page: number } | undefined

  constructor(
    private readonly module: Module,
    private readonly document: PDFiumDocument,
  ) {
    this.pages = document.getPageCount()
    this.index = (document as unknown as { readonly documentIdx: number }).documentIdx
  }

  private pageOf(number: number): number {
    if (this.open?.number === number) return this.open.page
    this.closePage()
    const page = this.module._FPDF_LoadPage(this.index, number - 1)
    if (!page) throw new RangeError(`there is no page ${number}`)
    this.open = { number, page }
    return page
  }
  private closePage(): void {
    if (this.open) this.module._FPDF_ClosePage(this.open.page)
    this.open = undefined
  }
  sizeOf(number: number): { w: number; h: number } {
    const page = this.pageOf(number)
    return {
      w: this.module._FPDF_GetPageWidth(page) * MM_PER_POINT,
      h: this.module._FPDF_GetPageHeight(page) * MM_PER_POINT,
    }
  }

  private draw(
    number: number,
    part: Part,
    dpi: number,
    format: number,
    bytesPerPixel: number,
    flags: number,
  ): { w: number; h: number; data: Uint8Array } {
    const { module } = this
    const px = (mm: number): number => Math.round((mm / MM_PER_INCH) * dpi)
    const [w, h] = [Math.max(1, px(part.w)), Math.max(1, px(part.h))]
    const size = this.sizeOf(number)
    const bitmap = module._FPDFBitmap_CreateEx(w, h, format, 0, 0)
    if (!bitmap) throw new RangeError(`no room for a picture of ${w} x ${h} pixels`)
    module._FPDFBitmap_FillRect(bitmap, 0, 0, w, h, WHITE)
    const [x, y] = [-px(part.x), -px(part.y)]
    module._FPDF_RenderPageBitmap(bitmap, this.pageOf(number), x, y, px(size.w), px(size.h), 0, flags)
    const data = copyOf(module, bitmap, w * bytesPerPixel, h)
    module._FPDFBitmap_Destroy(bitmap)
    return { w, h, data }
  }
  grey(page: number, part: Part, dpi: number): GreyImage {
    return this.draw(page, part, dpi, FORMAT_GREY, 1, FLAG_GREYSCALE)
  }
  colors(page: number, part: Part, dpi: number): { w: number; h: number; data: Uint8ClampedArray } {
    const { w, h, data } = this.draw(page, part, dpi, FORMAT_BGRA, 4, FLAG_REVERSED)
    return { w, h, data: new Uint8ClampedArray(data.buffer) }
  }
  close(): void {
    this.closePage()
    this.document.destroy()
  }
}

/** The pixels of a bitmap of the library's, whose rows may lie further apart than they are long. */
function copyOf(module: Module, bitmap: number, bytesPerRow: number, rows: number): Uint8Array {
  const [start, stride] = [module._FPDFBitmap_GetBuffer(bitmap), module._FPDFBitmap_GetStride(bitmap)]
  const data = new Uint8Array(bytesPerRow * rows)
  for (let row = 0; row < rows; row++) {
    const from = start + row * stride
    data.set(module.HEAPU8.subarray(from, from + bytesPerRow), row * bytesPerRow)
  }
  return data
}

export async function rasteriser(wasm: ArrayBuffer): Promise<Rasteriser> {
  const library = await PDFiumLibrary.init({ wasmBinary: wasm })
  const { module } = library as unknown as { readonly module: Module }
  return {
    open: async bytes => new OpenPdf(module, await library.loadDocument(bytes)),
    close: () => library.destroy(),
  }
}
