import type { FaceBytes } from '../core/render/pdfFonts'
import { naiveJsPdf, naivePdfLib, ours, type Way } from './ways'

const ways: Record<string, Way> = { ours, naivePdfLib, naiveJsPdf }

self.onmessage = async ({ data }: MessageEvent<{ way: string; count: number; faces: FaceBytes }>) => {
  const way = ways[data.way]
  if (!way) throw new Error(`no way is called ${data.way}`)
  await way(20, data.faces)
  const started = performance.now()
  const bytes = await way(data.count, data.faces)
  self.postMessage({ wallMs: performance.now() - started, bytes: bytes.length })
}
