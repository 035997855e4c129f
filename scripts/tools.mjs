// The programs of the system that tests and pictures need: installed where they are missing and may be, else named.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'

export const stop = text => {
  console.error(text)
  process.exit(1)
}
const has = tool => spawnSync('sh', ['-c', `command -v ${tool}`]).status === 0

/** Each package, and what it is known to be there by: a program, or a file. */
const wanted = {
  chromium: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
  'poppler-utils': 'pdftotext',
  qpdf: 'qpdf',
  unzip: 'unzip',
  age: 'age',
}
function aptGet(...args) {
  console.log(`\n== apt-get ${args.join(' ')}`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  return spawnSync('apt-get', [...args, '-q'], { stdio: 'inherit', env }).status === 0
}
/** Installs what is missing; ends the process with what to do where it may not. */
export function tools() {
  const missing = Object.entries(wanted)
    .filter(([, tool]) => (tool.startsWith('/') ? !existsSync(tool) : !has(tool)))
    .map(([name]) => name)
  if (!missing.length) return
  const sentence = `This needs ${missing.join(', ')}: install them with “apt-get install ${missing.join(' ')}” as root, then run it again.`
  const may = process.getuid?.() === 0 && has('apt-get')
  if (!may || !aptGet('update') || !aptGet('install', '-y', '--no-install-recommends', ...missing))
    stop(sentence)
}
