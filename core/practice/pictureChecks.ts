import { good, refuse, type Result } from '../base/result'
import { darknessAt, inWhole, paperInScan } from '../fit/paperInScan'
import type { GreyImage } from '../micr/darkness'
import { clearBand } from '../micr/place'
import { MM_PER_INCH, type Mm } from '../paper/length'
import { checkSize, type Panel, type Stock } from '../paper/stock'
import type { Projection } from '../paper/straighten'
import type { AccountFacts } from '../proof/facts'
import { readFoot, type SeenCheck } from './accountLine'

/** Dots to the inch at which a line is looked at, and the fewest that a picture may have. */
const DPI = 240
const FEWEST_DPI = 140
/** Room above the clear band for what printer and scanner shift, and the rim of a check that is not looked at, in mm. */
const ROOM: Mm = 2.5
const RIM: Mm = 1
/** How much the shape of a picture may differ from that of what fills it, as a share. */
const SHAPE = 0.02

/** A sheet, or one check by itself: its size, and the checks on it, in mm. */
interface Paper {
  readonly w: Mm
  readonly h: Mm
  readonly checks: readonly Panel[]
}
/** A paper as it may lie in a picture: its grey level, and where each of its spots is seen. */
interface Seen {
  readonly paper: Paper
  readonly grey: number
  readonly toPixels: Projection
}

/** What may have been put on the glass: a whole sheet, or a check torn from it. */
function papersOf(stock: Stock): Paper[] {
  const checks = stock.panels.filter(p => p.role === 'check')
  const single = checkSize(stock)
  const alone = checks.slice(0, 1).map(check => ({ ...check, x: 0, y: 0 }))
  return [
    { ...stock.sheet, checks },
    { w: single.w, h: single.h, checks: alone },
  ]
}

/** The grey level of most of a picture that is nothing but paper. */
function greyOfPaper({ data }: GreyImage): number {
  const step = Math.max(1, Math.floor(data.length / 20_000))
  const some = Array.from({ length: Math.floor(data.length / step) }, (_, i) => data[i * step]!)
  return some.sort((a, b) => a - b)[Math.floor(some.length * 0.6)] ?? 255
}
/** Both ways up in which a paper fills a picture of its shape. */
function filling(image: GreyImage, paper: Paper): Seen[] {
  if (Math.abs(image.w / image.h / (paper.w / paper.h) - 1) > SHAPE) return []
  const [sx, sy] = [image.w / paper.w, image.h / paper.h]
  const grey = greyOfPaper(image)
  return [
    { paper, grey, toPixels: [sx, 0, 0, 0, sy, 0, 0, 0, 1] },
    { paper, grey, toPixels: [-sx, 0, image.w, 0, -sy, image.h, 0, 0, 1] },
  ]
}
/** Both ways up in which a paper lies on something darker. */
function onGround(image: GreyImage, paper: Paper): Seen[] {
  const found = paperInScan(image, paper.w, paper.h)
  if (!found.ok) return []
  const { lying, paper: grey } = found.value
  return lying.map(way => ({ paper, grey, toPixels: inWhole(way, found.value) }))
}

/** The foot of a check as it would lie straight. */
function footOf(image: GreyImage, { grey, toPixels }: Seen, check: Panel): GreyImage {
  const band = clearBand(check)
  const per = MM_PER_INCH / DPI
  const foot = { x: band.x + RIM, y: band.y - ROOM, w: band.w - 2 * RIM, h: band.h + ROOM - RIM }
  const [w, h] = [Math.round(foot.w / per), Math.round(foot.h / per)]
  const data = new Uint8Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const at = { x: foot.x + (x + 0.5) * per, y: foot.y + (y + 0.5) * per }
      data[y * w + x] = 255 - Math.round(255 * darknessAt({ image, paper: grey }, toPixels, at.x, at.y))
    }
  return { w, h, data }
}
/** The checks of a paper that lies so, in the order of their places; those without ink at their foot are left out. */
function checksSeen(image: GreyImage, seen: Seen, facts: AccountFacts): SeenCheck[] {
  return seen.paper.checks.flatMap(check => {
    const read = readFoot(footOf(image, seen, check), DPI, facts, check.w)
    return read ? [read] : []
  })
}

/**
 * Reads the checks of an account in a scan, photo or plain picture of a sheet or of one check, either way up: each
 * by its MICR line. What a MICR line does not say, e.g. the amount, is not read. Refused where there are too few
 * pixels, or no line of this account is found.
 */
export function checksInPicture(image: GreyImage, stock: Stock, facts: AccountFacts): Result<SeenCheck[]> {
  const papers = papersOf(stock)
  if (Math.max(image.w, image.h) < (checkSize(stock).w / MM_PER_INCH) * FEWEST_DPI)
    return refuse('scan-coarse', 'The picture has too few pixels for a MICR line. Scan at 200 dpi or more', {
      field: 'picture',
    })
  for (const look of [onGround, filling])
    for (const paper of papers)
      for (const seen of look(image, paper)) {
        const checks = checksSeen(image, seen, facts)
        if (checks.some(c => c.number)) return good(checks)
      }
  return refuse(
    'no-check-seen',
    'No check of this account can be read in this picture. Scan the whole sheet or check at 200 dpi or more, with its printed side up',
    { field: 'picture' },
  )
}
