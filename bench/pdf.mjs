// PDFs of many checks, in Node and in a worker of the browser.
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { browser, bundle, median, results, round, say } from './harness.mjs'

/**
 * PDF in Node: interleaved rounds, each way in a process of its own; the naive ways on 100 checks, taken
 * tenfold.
 */
export async function pdf() {
  const dir = await bundle('bench/one.ts', true)
  const one = (way, count) =>
    JSON.parse(execFileSync(process.execPath, [`${dir}/one.js`, way, String(count)], { encoding: 'utf8' }))
  const rounds = { ours: [], bare: [], naivePdfLib: [], naiveJsPdf: [], thousands: [] }
  for (let i = 0; i < 5; i++) {
    rounds.ours.push(one('ours', 1000))
    rounds.bare.push(one('bare', 1000))
    if (i < 3) rounds.naivePdfLib.push(one('naivePdfLib', 100))
    if (i < 2) rounds.naiveJsPdf.push(one('naiveJsPdf', 100))
    if (i < 3) rounds.thousands.push(one('ours', 10_000))
  }
  const cpu = name => median(rounds[name].map(r => r.cpuMs))
  const ours = cpu('ours')
  const bytes = rounds.ours[0].bytes
  const many = rounds.thousands[0]
  results.pdf = {
    checks: 1000,
    cpuMs: round(ours, 0),
    wallMs: round(median(rounds.ours.map(r => r.wallMs)), 0),
    bytes,
    peakMb: round(median(rounds.ours.map(r => r.peakMb)), 0),
    naivePdfLibRatio: round((cpu('naivePdfLib') * 10) / ours, 1),
    naiveJsPdfRatio: round((cpu('naiveJsPdf') * 10) / ours, 1),
    toBare: round(ours / cpu('bare')),
    bytesACheck: round((bytes - 80_000) / 1000, 0),
    tenThousand: {
      peakMb: round(median(rounds.thousands.map(r => r.peakMb)), 0),
      costACheckToThousand: round(cpu('thousands') / 10 / ours),
      bytes: many.bytes,
    },
  }
  const r = results.pdf
  console.log(
    '\nPDF of 1,000 checks with 12 stub lines on both stubs, Node, median of 5 rounds (naive ways: 100 checks, times ten)',
  )
  say('CPU', `${r.cpuMs} ms, ${round(r.cpuMs / 1000)} ms a check; wall ${r.wallMs} ms; peak ${r.peakMb} MB`)
  say(
    'less CPU than naive drawText of the same library',
    `${r.naivePdfLibRatio} times`,
    'at least 30',
    r.naivePdfLibRatio >= 30,
  )
  say('less CPU than naive jsPDF', `${r.naiveJsPdfRatio} times`, 'at least 6', r.naiveJsPdfRatio >= 6)
  say('CPU to the bare byte writer', `${r.toBare} times`, 'at most 2.5', r.toBare <= 2.5)
  say('bytes a check beyond 80 kB', `${r.bytesACheck}`, 'at most 1500', r.bytesACheck <= 1500)
  say('10,000 checks, peak memory', `${r.tenThousand.peakMb} MB`, 'under 300', r.tenThousand.peakMb < 300)
  say(
    '10,000 checks, cost a check to that of 1,000',
    `${r.tenThousand.costACheckToThousand} times`,
    'at most 1.5',
    r.tenThousand.costACheckToThousand <= 1.5,
  )
}

/** The same in a worker of headless Chromium; a worker has one thread, so wall time stands for CPU. */
export async function worker() {
  const dir = await bundle('bench/worker.ts', false)
  const server = createServer((request, response) => {
    response.setHeader('Content-Type', request.url === '/worker.js' ? 'text/javascript' : 'text/html')
    response.end(
      request.url === '/worker.js' ? readFileSync(`${dir}/worker.js`) : '<!doctype html><title>bench</title>',
    )
  }).listen(0, '127.0.0.1')
  const chrome = await browser()
  const page = await chrome.newPage()
  await page.goto(`http://127.0.0.1:${server.address().port}/`)
  const faces = Object.fromEntries(
    ['sans', 'sans-bold', 'serif', 'serif-bold'].map(n => [
      n,
      readFileSync(`core/faces/ttf/${n}.ttf`).toString('base64'),
    ]),
  )
  const one = (way, count) =>
    page.evaluate(
      ([way, count, faces]) =>
        new Promise((resolve, reject) => {
          const w = new Worker('/worker.js', { type: 'module' })
          w.onmessage = ({ data }) => {
            w.terminate()
            resolve(data)
          }
          w.onerror = e => reject(new Error(e.message))
          w.postMessage({
            way,
            count,
            faces: Object.fromEntries(
              Object.entries(faces).map(([n, text]) => [
                n,
                Uint8Array.from(atob(text), c => c.charCodeAt(0)),
              ]),
            ),
          })
        }),
      [way, count, faces],
    )
  const rounds = { ours: [], naivePdfLib: [], naiveJsPdf: [] }
  for (let i = 0; i < 3; i++) {
    rounds.ours.push(await one('ours', 1000))
    rounds.naivePdfLib.push(await one('naivePdfLib', 100))
    if (i < 2) rounds.naiveJsPdf.push(await one('naiveJsPdf', 100))
  }
  await chrome.close()
  server.close()
  const wall = name => median(rounds[name].map(r => r.wallMs))
  results.worker = {
    wallMs: round(wall('ours'), 0),
    naivePdfLibRatio: round((wall('naivePdfLib') * 10) / wall('ours'), 1),
    naiveJsPdfRatio: round((wall('naiveJsPdf') * 10) / wall('ours'), 1),
  }
  console.log('\nThe same in a worker of headless Chromium, median of 3 rounds')
  say('1,000 checks', `${results.worker.wallMs} ms`)
  say(
    'less time than naive drawText of the same library',
    `${results.worker.naivePdfLibRatio} times`,
    'at least 30',
    results.worker.naivePdfLibRatio >= 30,
  )
  say(
    'less time than naive jsPDF',
    `${results.worker.naiveJsPdfRatio} times`,
    'at least 6',
    results.worker.naiveJsPdfRatio >= 6,
  )
}
