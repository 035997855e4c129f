import { never } from '../base/result'
import { beginOf, isExactMicr, micrWeights, type MicrFit } from '../micr/micrFit'
import { PITCH } from '../micr/place'
import type { MicrShapes } from '../micr/shapes'
import { MM_PER_POINT, type Mm } from '../paper/length'
import type { Picture } from '../paper/picture'
import type { Mark, PathStep } from '../proof/marks'
import type { FaceName } from '../faces/faceNames'
import { micrCode } from './pdfFonts'

/** Size at which the MICR font's em is one pitch. */
const MICR_SIZE = PITCH / MM_PER_POINT

/** Places are written in whole hundredths of a point (0.0035 mm), so that relative moves never drift. */
const hundredths = (mm: Mm): number => Math.round((mm / MM_PER_POINT) * 100)
const num = (hundredth: number): string => {
  const whole = Math.trunc(hundredth / 100)
  const rest = Math.abs(hundredth % 100)
  const sign = hundredth < 0 && whole === 0 ? '-' : ''
  if (rest === 0) return `${sign}${whole}`
  const digits = rest % 10 === 0 ? String(rest / 10) : String(rest).padStart(2, '0')
  return `${sign}${whole === 0 ? '' : whole}.${digits}`
}
const color = (ink: string): string =>
  [1, 3, 5].map(i => String(Math.round((parseInt(ink.slice(i, i + 2), 16) / 255) * 1000) / 1000)).join(' ')

/** One code as it stands in a PDF string. */
export const escapeCode = (code: number): string =>
  code === 0x28 || code === 0x29 || code === 0x5c
    ? `\\${String.fromCharCode(code)}`
    : code < 0x20 || code > 0x7e
      ? `\\${code.toString(8).padStart(3, '0')}`
      : String.fromCharCode(code)
/** ASCII as it stands in a PDF string. */
export const escapePlain = (text: string): string =>
  /[\\()]/.test(text) ? text.replace(/[\\()]/g, '\\$&') : text
const micrText = (text: string): string => [...text].map(c => escapeCode(micrCode(c))).join('')

/**
 * Gives the names of what a content stream uses: the font and string of a text, cut where the font changes;
 * the font of MICR shapes; a picture.
 */
export interface ContentNames {
  runs(
    face: FaceName,
    text: string,
  ): readonly { readonly font: string; readonly string: string; readonly chars: string }[]
  micr(shapes: MicrShapes): string
  picture(picture: Picture): string
}

/**
 * Collects the operators of one content stream. Text keeps its font, colour and place from one mark to the
 * next.
 */
class Content {
  private readonly out: string[] = []
  private inText = false
  private font = ''
  private fill = ''
  private stroke = ''
  private x = 0
  private y = 0
  constructor(private readonly height: number) {}

  text(x: Mm, y: Mm, font: string, size: number, ink: string, string: string): void {
    if (!this.inText) {
      this.out.push('BT')
      this.inText = true
      this.x = 0
      this.y = 0
    }
    this.setFill(ink)
    const named = `/${font} ${num(Math.round(size * 100))} Tf`
    if (this.font !== named) {
      this.out.push(named)
      this.font = named
    }
    const px = hundredths(x)
    const py = this.height - hundredths(y)
    this.out.push(`${num(px - this.x)} ${num(py - this.y)} Td(${string})Tj`)
    this.x = px
    this.y = py
  }

  /** Text at an angle: a text object of its own, so that what follows stands straight. */
  turnedText(
    x: Mm,
    y: Mm,
    turn: number,
    runs: readonly { readonly font: string; readonly string: string }[],
    size: number,
    ink: string,
  ): void {
    this.endText()
    this.setFill(ink)
    const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
    const f = (v: number): string => String(Math.round(v * 1e6) / 1e6)
    this.out.push(`BT ${f(cos)} ${f(sin)} ${f(-sin)} ${f(cos)} ${this.point(x, y)} Tm`)
    for (const run of runs) this.out.push(`/${run.font} ${num(Math.round(size * 100))} Tf(${run.string})Tj`)
    this.out.push('ET')
    this.font = ''
  }

  /**
   * A MICR line made wider or narrower, heavier or lighter: its outlines are stroked too, in black or in
   * white.
   */
  fittedMicr(x: Mm, y: Mm, font: string, string: string, fit: MicrFit): void {
    this.endText()
    const edge = micrWeights[fit.weight]
    const stroke =
      edge === 0
        ? ''
        : ` 2 Tr ${num(hundredths(Math.abs(edge) * 2))} w 1 j ${edge > 0 ? '0 0 0' : '1 1 1'} RG`
    this.out.push(
      `q BT 0 0 0 rg${stroke} ${Math.round(fit.width * 1e4) / 100} Tz /${font} ${num(Math.round(MICR_SIZE * 100))} Tf ${this.point(x, y)} Td(${string})Tj ET Q`,
    )
  }

  picture(x: Mm, y: Mm, w: Mm, h: Mm, name: string): void {
    this.endText()
    this.out.push(
      `q ${num(hundredths(w))} 0 0 ${num(hundredths(h))} ${this.point(x, y + h)} cm /${name} Do Q`,
    )
  }

  private endText(): void {
    if (this.inText) {
      this.out.push('ET')
      this.inText = false
    }
  }

  shape(width: Mm, ink: string, operators: string): void {
    this.endText()
    const named = `${color(ink)} RG ${num(hundredths(width))} w`
    if (this.stroke !== named) {
      this.out.push(named)
      this.stroke = named
    }
    this.out.push(operators)
  }

  point = (x: Mm, y: Mm): string => `${num(hundredths(x))} ${num(this.height - hundredths(y))}`

  private setFill(ink: string): void {
    if (this.fill === ink) return
    this.out.push(`${color(ink)} rg`)
    this.fill = ink
  }

  end(): string {
    this.endText()
    return this.out.join('\n')
  }
}

/** Path steps as PDF operators; a quadratic curve becomes the same curve as a cubic. */
function pathOperators(steps: readonly PathStep[], point: (x: Mm, y: Mm) => string): string {
  let x = 0
  let y = 0
  return steps
    .map(step => {
      switch (step[0]) {
        case 'M':
        case 'L':
          ;[, x, y] = step
          return `${point(x, y)} ${step[0] === 'M' ? 'm' : 'l'}`
        case 'Q': {
          const [, cx, cy, ex, ey] = step
          const text = `${point(x + ((cx - x) * 2) / 3, y + ((cy - y) * 2) / 3)} ${point(ex + ((cx - ex) * 2) / 3, ey + ((cy - ey) * 2) / 3)} ${point(ex, ey)} c`
          x = ex
          y = ey
          return text
        }
        case 'Z':
          return 'h'
        default:
          return never(step)
      }
    })
    .join('\n')
}

type WidthOf = (face: FaceName, text: string, size: number) => number
type Of<Kind extends Mark['kind']> = Extract<Mark, { kind: Kind }>

function putText(content: Content, mark: Of<'text'>, names: ContentNames, widthOf: WidthOf): void {
  const runs = names.runs(mark.face, mark.text)
  if (mark.turn) return content.turnedText(mark.x, mark.y, mark.turn, runs, mark.size, mark.ink)
  let x = mark.x
  for (const run of runs) {
    content.text(x, mark.y, run.font, mark.size, mark.ink, run.string)
    if (run.chars !== mark.text) x += widthOf(mark.face, run.chars, mark.size) * MM_PER_POINT
  }
}
function putMicr(content: Content, mark: Of<'micr'>, names: ContentNames, usual: MicrFit | undefined): void {
  const [font, text] = [names.micr(mark.shapes), micrText(mark.text)]
  const fit = mark.fit ?? usual
  if (fit && !isExactMicr(fit))
    content.fittedMicr(beginOf(mark.x, mark.text.length, fit), mark.y, font, text, fit)
  else content.text(mark.x, mark.y, font, MICR_SIZE, '#000000', text)
}

/**
 * The marks as the operators of one content stream on a page of that height (mm); `micr` is the MICR line's
 * own correction on the printer.
 */
export function contentOf(
  marks: readonly Mark[],
  height: Mm,
  names: ContentNames,
  widthOf: WidthOf,
  micr?: MicrFit,
): string {
  const content = new Content(hundredths(height))
  const { point } = content
  for (const mark of marks) {
    switch (mark.kind) {
      case 'text':
        putText(content, mark, names, widthOf)
        break
      case 'micr':
        putMicr(content, mark, names, micr)
        break
      case 'line':
        content.shape(mark.width, mark.ink, `${point(mark.x, mark.y)} m ${point(mark.x2, mark.y2)} l S`)
        break
      case 'rect': {
        const size = `${num(hundredths(mark.w))} ${num(hundredths(mark.h))}`
        content.shape(mark.width, mark.ink, `${point(mark.x, mark.y + mark.h)} ${size} re S`)
        break
      }
      case 'path':
        content.shape(mark.width, mark.ink, `${pathOperators(mark.steps, point)} S`)
        break
      case 'image':
        content.picture(mark.x, mark.y, mark.w, mark.h, names.picture(mark.picture))
        break
      default:
        never(mark)
    }
  }
  return content.end()
}
