// One measurement in a process of its own, started by run.mjs with a way and a count. Prints JSON.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { FaceBytes } from '../core/render/pdfFonts'
import { faceNames } from '../core/faces/faceNames'
import { bare } from './bare'
import { naiveJsPdf, naivePdfLib, ours, type Way } from './ways'

const ways: Record<string, Way> = { ours, naivePdfLib, naiveJsPdf, bare }
const [name = 'ours', count = '1000'] = process.argv.slice(2)
const folder = join(process.cwd(), 'core/faces/ttf/')
const faces = Object.fromEntries(
  faceNames.map(n => [n, new Uint8Array(readFileSync(`${folder}${n}.ttf`))]),
) as unknown as FaceBytes
const way = ways[name]
if (!way) throw new Error(`no way is called ${name}`)
await way(20, faces)
const before = process.cpuUsage()
const started = performance.now()
const bytes = await way(Number(count), faces)
const cpu = process.cpuUsage(before)
console.log(
  JSON.stringify({
    cpuMs: (cpu.user + cpu.system) / 1000,
    wallMs: performance.now() - started,
    bytes: bytes.length,
    peakMb: process.resourceUsage().maxRSS / 1024,
  }),
)
