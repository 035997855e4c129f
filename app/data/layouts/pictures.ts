import { good, refuse, type Result } from '#core/base/result'
import { MOST_PICTURE_LETTERS, pictureSchema, type Picture } from '#core/paper/picture'

const MOST_FILE_BYTES = 32_000_000

/** What a picture file begins with: the name of a file says nothing. */
function kindOf(head: Uint8Array): 'png' | 'jpeg' | 'pdf' | 'svg' | undefined {
  const text = new TextDecoder('latin1').decode(head)
  if (head[0] === 0x89 && text.startsWith('PNG', 1)) return 'png'
  if (head[0] === 0xff && head[1] === 0xd8) return 'jpeg'
  if (text.startsWith('%PDF-')) return 'pdf'
  return /<svg[\s>]/i.test(text) || text.startsWith('<?xml') ? 'svg' : undefined
}

/**
 * Reads a PNG or JPEG file (and where allowed the first page of a PDF) into a bitmap; says what is wrong with
 * others.
 */
export async function bitmapOf(
  file: Blob,
  pdfAt?: (bytes: Uint8Array) => Promise<Blob>,
): Promise<Result<ImageBitmap>> {
  if (file.size > MOST_FILE_BYTES)
    return refuse(
      'picture-large',
      `The file is ${Math.round(file.size / 1e6)} MB. The limit is ${MOST_FILE_BYTES / 1e6} MB`,
      { field: 'file', value: file.size, limit: MOST_FILE_BYTES },
    )
  const kind = kindOf(new Uint8Array(await file.slice(0, 512).arrayBuffer()))
  if (kind === 'svg')
    return refuse('picture-svg', 'SVG files cannot be used. Save it as PNG at 600 dpi', {
      field: 'file',
    })
  if (!kind || (kind === 'pdf' && !pdfAt))
    return refuse(
      'picture-kind',
      `This is not a supported picture. Use PNG${pdfAt ? ', JPEG or PDF' : ' or JPEG'}`,
      { field: 'file' },
    )
  try {
    const source = kind === 'pdf' && pdfAt ? await pdfAt(new Uint8Array(await file.arrayBuffer())) : file
    return good(await createImageBitmap(source))
  } catch (error) {
    return refuse('picture-broken', `The file cannot be read as a picture: ${(error as Error).message}`, {
      field: 'file',
    })
  }
}

async function base64(blob: Blob): Promise<string> {
  const url = await new Promise<string>((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.onerror = () => reject(reader.error ?? new Error('not readable'))
    reader.readAsDataURL(blob)
  })
  return url.slice(url.indexOf(',') + 1)
}

/**
 * A picture to print from a PNG or JPEG file: drawn anew, so that nothing but its pixels is kept, no side
 * longer than `most` pixels.
 */
export async function pictureFrom(file: Blob, most = 1600): Promise<Result<Picture>> {
  const bitmap = await bitmapOf(file)
  if (!bitmap.ok) return bitmap
  for (let side = most; side >= 200; side = Math.round(side * 0.7)) {
    const scale = Math.min(1, side / Math.max(bitmap.value.width, bitmap.value.height))
    const [w, h] = [
      Math.max(1, Math.round(bitmap.value.width * scale)),
      Math.max(1, Math.round(bitmap.value.height * scale)),
    ]
    const canvas = new OffscreenCanvas(w, h)
    canvas.getContext('2d')?.drawImage(bitmap.value, 0, 0, w, h)
    const data = await base64(await canvas.convertToBlob({ type: 'image/png' }))
    if (data.length <= MOST_PICTURE_LETTERS) return good(pictureSchema.parse({ type: 'png', data, w, h }))
  }
  return refuse('picture-large', 'the picture is too large even when made smaller', { field: 'file' })
}
