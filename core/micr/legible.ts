import type { GreyImage } from './darkness'
import { UNITS_PER_PITCH } from './outlines'
import { readMicr } from './reader'
import { insideOf, type MicrShapes } from './shapes'
import { isMicr, micrCharacters, type MicrCharacter } from './symbols'

const DPI = 240
const PITCH = DPI * 0.125
const MARGIN = 40
/** Height of the picture above and below the characters' foot, in pixels. */
const [ABOVE, BELOW] = [60, 30]

/** A line of these shapes as a picture, black on white, at 240 dots to the inch. */
function pictured(text: string, shapes: MicrShapes): GreyImage {
  const [w, h] = [Math.ceil(text.length * PITCH + 2 * MARGIN), ABOVE + BELOW]
  const data = new Uint8Array(w * h).fill(250)
  const unit = UNITS_PER_PITCH / PITCH
  for (const [i, char] of [...text].entries()) {
    if (!isMicr(char)) continue
    const inked = insideOf(shapes.contours[char])
    for (let y = 0; y < h; y++)
      for (let x = 0; x < PITCH; x++) {
        let n = 0
        for (const fy of [0.25, 0.75])
          for (const fx of [0.25, 0.75]) if (inked((x + fx) * unit, (ABOVE - y - fy) * unit)) n++
        if (n) data[y * w + Math.round(MARGIN + i * PITCH) + x] = 250 - 60 * n
      }
  }
  return { w, h, data }
}

/**
 * The characters of a line's shapes that are not read back as what they are, from a clean picture of all
 * fourteen: a bank's reader would not do better.
 */
export function illegible(shapes: MicrShapes): MicrCharacter[] {
  const read = readMicr(pictured(micrCharacters.join(''), shapes), DPI, shapes)
  const seen = [...(read.ok ? read.value.text : String(read.refusal.value ?? ''))]
  return micrCharacters.filter((char, i) => seen[i] !== char)
}
