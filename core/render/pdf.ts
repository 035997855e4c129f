import {
  Duplex,
  PDFArray,
  PDFDocument,
  PDFName,
  PDFNumber,
  PrintScaling,
  type PDFContext,
  type PDFDict,
  type PDFRef,
} from '@cantoo/pdf-lib'
import type { MicrFit } from '../micr/micrFit'
import type { MicrShapes } from '../micr/shapes'
import { MM_PER_POINT } from '../paper/length'
import { isNoChange } from '../fit/fit'
import type { Affine } from '../fit/affine'
import type { Picture } from '../paper/picture'
import type { Drawing, Layer } from '../proof/marks'
import { widthOf } from '../faces/face'
import type { FaceName } from '../faces/faceNames'
import { contentOf, escapeCode, escapePlain, type ContentNames } from './pdfContent'
import { embedFace, embedMicr, FaceCodes, type FaceBytes } from './pdfFonts'

/** What a PDF is to say of itself, and the typefaces that go into it. */
export interface PdfOptions {
  readonly title: string
  /** Moment of making, ISO 8601; the core has no clock. */
  readonly madeAt: string
  /** By how a printer errs, the other way round: applied once to every whole page. */
  readonly fit?: Affine
  /** The MICR line's own width and weight on the printer. */
  readonly micr?: MicrFit
  /** Called after every sheet with the number of sheets done. */
  readonly onSheet?: (done: number) => void
}

/** Texts beyond ASCII whose codes are remembered, a bound for long runs. */
const KEPT_STRINGS = 5000

/**
 * Fonts and pictures of one document: which slices of which faces, which MICR shapes, which pictures were
 * used, under which resource names.
 */
class DocumentNames implements ContentNames {
  readonly used: { codes: FaceCodes; slice: number; name: string }[] = []
  readonly shapes = new Map<MicrShapes, string>()
  readonly pictures = new Map<string, { picture: Picture; name: string }>()
  private readonly faces = new Map<FaceName, FaceCodes>()
  private readonly strings = new Map<FaceName, Map<string, ReturnType<ContentNames['runs']>>>()

  runs(face: FaceName, text: string): ReturnType<ContentNames['runs']> {
    const codes = this.facesOf(face)
    if (codes.takePlain(text)) return [{ font: codes.plainName, string: escapePlain(text), chars: text }]
    let known = this.strings.get(face)
    if (!known) this.strings.set(face, (known = new Map()))
    const found = known.get(text)
    if (found) return found
    const runs: { font: string; string: string; chars: string }[] = []
    for (const char of text) {
      const { slice, code } = codes.of(char)
      const font = this.used.find(u => u.codes === codes && u.slice === slice)?.name ?? ''
      const last = runs.at(-1)
      if (last?.font === font) {
        last.string += escapeCode(code)
        last.chars += char
      } else runs.push({ font, string: escapeCode(code), chars: char })
    }
    if (known.size < KEPT_STRINGS) known.set(text, runs)
    return runs
  }

  micr(shapes: MicrShapes): string {
    const name = this.shapes.get(shapes) ?? `M${this.shapes.size}`
    this.shapes.set(shapes, name)
    return name
  }

  picture(picture: Picture): string {
    const known = this.pictures.get(picture.data) ?? { picture, name: `I${this.pictures.size}` }
    this.pictures.set(picture.data, known)
    return known.name
  }

  private facesOf(face: FaceName): FaceCodes {
    let codes = this.faces.get(face)
    if (!codes) {
      const made: FaceCodes = new FaceCodes(face, slice => {
        if (this.used.some(u => u.codes.name === face && u.slice === slice)) return ''
        const name = `F${this.used.length}`
        this.used.push({
          get codes() {
            return made
          },
          slice,
          name,
        })
        return name
      })
      this.faces.set(face, (codes = made))
    }
    return codes
  }
}

/** A map in mm, y down, as the operator that changes a page of that height in points, y up. */
function fitOperator([a, b, c, d, e, f]: Affine, height: number): string {
  const high = height / MM_PER_POINT
  return (
    [a, -b, -c, d, c * high + e / MM_PER_POINT, high * (1 - d) - f / MM_PER_POINT]
      .map(v => String(Math.round(v * 1e6) / 1e6))
      .join(' ') + ' cm'
  )
}

const [typeName, pageName, contentsName, parentName, mediaName] = [
  'Type',
  'Page',
  'Contents',
  'Parent',
  'MediaBox',
].map(n => PDFName.of(n)) as [PDFName, PDFName, PDFName, PDFName, PDFName]
interface Size {
  readonly w: number
  readonly h: number
}
const LETTER: Size = { w: 215.9, h: 279.4 }

/** A document while its pages are written. */
class Pages {
  readonly names = new DocumentNames()
  private readonly context: PDFContext
  private readonly resources: PDFRef
  private readonly root: PDFRef
  private readonly forms = new Map<Layer, { readonly name: string; readonly ref: PDFRef }>()
  private readonly kids: PDFArray
  /** Most pages have the size of the first; others say theirs. */
  private size: Size | undefined

  constructor(
    private readonly doc: PDFDocument,
    private readonly options: PdfOptions,
  ) {
    this.context = doc.context
    this.resources = this.context.nextRef()
    this.root = this.context.nextRef()
    this.kids = PDFArray.withContext(this.context)
  }

  private mediaBox({ w, h }: Size): PDFArray {
    const points = [0, 0, w / MM_PER_POINT, h / MM_PER_POINT]
    return this.context.obj(points.map(v => PDFNumber.of(Math.round(v * 100) / 100)))
  }
  private contentOf(layer: Layer, drawing: Drawing): string {
    return contentOf(layer.marks, drawing.h, this.names, widthOf, this.options.micr)
  }
  /** A shared layer is written once, as a form that every page calls. */
  private callOf(layer: Layer, drawing: Drawing): string {
    let form = this.forms.get(layer)
    if (!form) {
      const stream = this.context.flateStream(this.contentOf(layer, drawing), {
        Type: 'XObject',
        Subtype: 'Form',
        BBox: this.mediaBox(drawing),
        Resources: this.resources,
      })
      form = { name: `X${this.forms.size}`, ref: this.context.register(stream) }
      this.forms.set(layer, form)
    }
    return `/${form.name} Do`
  }
  add(drawing: Drawing): void {
    const { fit } = this.options
    const drawn = drawing.layers
      .map(layer => (layer.shared ? this.callOf(layer, drawing) : this.contentOf(layer, drawing)))
      .join('\n')
    const content = fit && !isNoChange(fit) ? `q ${fitOperator(fit, drawing.h)}\n${drawn}\nQ` : drawn
    const page = this.context.obj({})
    page.set(typeName, pageName)
    page.set(parentName, this.root)
    page.set(contentsName, this.context.register(this.context.flateStream(content)))
    this.size ??= { w: drawing.w, h: drawing.h }
    if (drawing.w !== this.size.w || drawing.h !== this.size.h) page.set(mediaName, this.mediaBox(drawing))
    this.kids.push(this.context.register(page))
  }

  private fonts(faces: FaceBytes): PDFDict {
    const fonts = this.context.obj({})
    for (const { codes, slice, name } of this.names.used) {
      const ref = this.context.nextRef()
      embedFace(this.context, ref, codes, slice, faces[codes.name])
      fonts.set(PDFName.of(name), ref)
    }
    for (const [index, [shapes, name]] of [...this.names.shapes].entries()) {
      const ref = this.context.nextRef()
      embedMicr(this.context, ref, faces.sans, shapes, index)
      fonts.set(PDFName.of(name), ref)
    }
    return fonts
  }
  private async pictures(): Promise<PDFDict> {
    const found = this.context.obj({})
    for (const { picture, name } of this.names.pictures.values()) {
      const image = await (picture.type === 'png'
        ? this.doc.embedPng(picture.data)
        : this.doc.embedJpg(picture.data))
      await image.embed()
      found.set(PDFName.of(name), image.ref)
    }
    return found
  }
  /** Writes what all pages share: their tree, fonts, pictures and forms. */
  async close(faces: FaceBytes): Promise<void> {
    const { context, kids, root } = this
    const fonts = this.fonts(faces)
    const xObjects = await this.pictures()
    for (const { name, ref } of this.forms.values()) xObjects.set(PDFName.of(name), ref)
    context.assign(this.resources, context.obj({ Font: fonts, XObject: xObjects }))
    const tree = {
      Type: 'Pages',
      Kids: kids,
      Count: kids.size(),
      MediaBox: this.mediaBox(this.size ?? LETTER),
      Resources: this.resources,
    }
    context.assign(root, context.obj(tree))
    this.doc.catalog.set(PDFName.of('Pages'), root)
  }
}

/** What every PDF says made it. */
export const MAKER = 'Violet Lane'

/** Tells viewers to print at actual size, one side, one copy. */
function describe(doc: PDFDocument, { title, madeAt }: PdfOptions): void {
  const viewer = doc.catalog.getOrCreateViewerPreferences()
  viewer.setPrintScaling(PrintScaling.None)
  viewer.setDuplex(Duplex.Simplex)
  viewer.setNumCopies(1)
  viewer.setDisplayDocTitle(true)
  doc.setTitle(title)
  doc.setProducer(MAKER)
  doc.setCreationDate(new Date(madeAt))
}

/**
 * Puts drawings into one PDF, a page each, at actual size: viewers are told not to scale, one side, one
 * copy. Text stays text, in fonts cut to what is used; the MICR line is a font made of our outlines; layers
 * marked shared are written once. Sheets are taken one by one, so a generator need not hold them all. Pure:
 * same input, same bytes.
 */
export async function drawingsPdf(
  sheets: Iterable<Drawing>,
  faces: FaceBytes,
  options: PdfOptions,
): Promise<Uint8Array> {
  const doc = await PDFDocument.create({ updateMetadata: false })
  const pages = new Pages(doc, options)
  let done = 0
  for (const drawing of sheets) {
    pages.add(drawing)
    options.onSheet?.(++done)
  }
  await pages.close(faces)
  describe(doc, options)
  return doc.save({ useObjectStreams: true, addDefaultPage: false, updateFieldAppearances: false })
}
