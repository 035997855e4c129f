import { Duplex, PDFArray, PDFDocument, PDFName, PDFNumber, PrintScaling, type PDFRef } from '@cantoo/pdf-lib'
import type { MicrFit } from '../micr/micrFit'
import type { MicrShapes } from '../micr/shapes'
import { MM_PER_POINT } from '../paper/length'
import { isNoChange } from '../fit/fit'
import type { Affine } from '../fit/affine'
import type { Picture } from '../paper/picture'
import type { Drawing, Layer } from '../proof/marks'
import { widthOf, type FaceName } from '../faces/face'
import { contentOf, escapeCode, escapePlain, type ContentNames } from './pdfContent'
import { embedFace, embedMicr, FaceCodes, type FaceBytes } from './pdfFonts'

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

/**
 * Puts drawings into one PDF, a page each, at actual size: viewers are told not to scale, one side, one copy.
 * Text stays text, in fonts
 * cut to what is used; the MICR line is a font made of our outlines; layers marked shared are written once.
 * Sheets are taken one by
 * one, so a generator need not hold them all. Pure: same input, same bytes.
 */
export async function drawingsPdf(
  sheets: Iterable<Drawing>,
  faces: FaceBytes,
  options: PdfOptions,
): Promise<Uint8Array> {
  const doc = await PDFDocument.create({ updateMetadata: false })
  const { context } = doc
  const names = new DocumentNames()
  const resources = context.nextRef()
  const root = context.nextRef()
  const forms = new Map<Layer, { name: string; ref: PDFRef }>()
  const kids = PDFArray.withContext(context)
  const [typeName, pageName, contentsName, parentName, mediaName] = [
    'Type',
    'Page',
    'Contents',
    'Parent',
    'MediaBox',
  ].map(n => PDFName.of(n)) as [PDFName, PDFName, PDFName, PDFName, PDFName]
  let size: { w: number; h: number } | undefined
  let done = 0

  const mediaBox = (d: { w: number; h: number }): PDFArray =>
    context.obj(
      [0, 0, d.w / MM_PER_POINT, d.h / MM_PER_POINT].map(v => PDFNumber.of(Math.round(v * 100) / 100)),
    )
  const formOf = (layer: Layer, drawing: Drawing): string => {
    let form = forms.get(layer)
    if (!form) {
      const ref = context.register(
        context.flateStream(contentOf(layer.marks, drawing.h, names, widthOf, options.micr), {
          Type: 'XObject',
          Subtype: 'Form',
          BBox: mediaBox(drawing),
          Resources: resources,
        }),
      )
      forms.set(layer, (form = { name: `X${forms.size}`, ref }))
    }
    return form.name
  }

  for (const drawing of sheets) {
    const drawn = drawing.layers
      .map(layer =>
        layer.shared
          ? `/${formOf(layer, drawing)} Do`
          : contentOf(layer.marks, drawing.h, names, widthOf, options.micr),
      )
      .join('\n')
    const content =
      options.fit && !isNoChange(options.fit)
        ? `q ${fitOperator(options.fit, drawing.h)}\n${drawn}\nQ`
        : drawn
    const page = context.obj({})
    page.set(typeName, pageName)
    page.set(parentName, root)
    page.set(contentsName, context.register(context.flateStream(content)))
    size ??= { w: drawing.w, h: drawing.h }
    if (drawing.w !== size.w || drawing.h !== size.h) page.set(mediaName, mediaBox(drawing))
    kids.push(context.register(page))
    options.onSheet?.(++done)
  }

  const fonts = context.obj({})
  for (const { codes: face, slice, name } of names.used) {
    const ref = context.nextRef()
    embedFace(context, ref, face, slice, faces[face.name])
    fonts.set(PDFName.of(name), ref)
  }
  for (const [index, [shapes, name]] of [...names.shapes].entries()) {
    const ref = context.nextRef()
    embedMicr(context, ref, faces.sans, shapes, index)
    fonts.set(PDFName.of(name), ref)
  }
  const xObjects = context.obj({})
  for (const { picture, name } of names.pictures.values()) {
    const image = await (picture.type === 'png' ? doc.embedPng(picture.data) : doc.embedJpg(picture.data))
    await image.embed()
    xObjects.set(PDFName.of(name), image.ref)
  }
  for (const { name, ref } of forms.values()) xObjects.set(PDFName.of(name), ref)
  context.assign(resources, context.obj({ Font: fonts, XObject: xObjects }))
  context.assign(
    root,
    context.obj({
      Type: 'Pages',
      Kids: kids,
      Count: kids.size(),
      MediaBox: mediaBox(size ?? { w: 215.9, h: 279.4 }),
      Resources: resources,
    }),
  )
  doc.catalog.set(PDFName.of('Pages'), root)

  const viewer = doc.catalog.getOrCreateViewerPreferences()
  viewer.setPrintScaling(PrintScaling.None)
  viewer.setDuplex(Duplex.Simplex)
  viewer.setNumCopies(1)
  viewer.setDisplayDocTitle(true)
  doc.setTitle(options.title)
  doc.setProducer('Violet Lane')
  doc.setCreationDate(new Date(options.madeAt))
  return doc.save({ useObjectStreams: true, addDefaultPage: false, updateFieldAppearances: false })
}
