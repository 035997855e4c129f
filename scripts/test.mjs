// npm test: installs what is missing, then types, lint, import rule, unit tests, build, browser tests.
// One part alone: npm test -- unit   (types, lint, rules, unit, build, browser)
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

process.chdir(fileURLToPath(new URL('..', import.meta.url)))
const run = (what, command, args, env = {}) => {
  console.log(`\n== ${what}`)
  const started = Date.now()
  const { status } = spawnSync(command, args, { stdio: ['ignore', 'inherit', 'inherit'], env: { ...process.env, ...env } })
  console.log(`== ${what}: ${status === 0 ? 'good' : 'FAILED'}, ${Math.round((Date.now() - started) / 1000)} s`)
  return status === 0
}
const stop = (text) => { console.error(text); process.exit(1) }
const has = tool => spawnSync('sh', ['-c', `command -v ${tool}`]).status === 0

function tools() {
  const wanted = { 'chromium': process.env.CHROMIUM_PATH ?? '/usr/bin/chromium', 'poppler-utils': 'pdftotext', 'qpdf': 'qpdf' }
  const missing = Object.entries(wanted).filter(([, tool]) => (tool.startsWith('/') ? !existsSync(tool) : !has(tool))).map(([name]) => name)
  if (!missing.length) return
  const sentence = `The tests need ${missing.join(', ')}: install them with “apt-get install ${missing.join(' ')}” as root, then run npm test again.`
  if (process.getuid?.() !== 0 || !has('apt-get')) stop(sentence)
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  if (!run('package lists', 'apt-get', ['update', '-q'], env) || !run(`install ${missing.join(', ')}`, 'apt-get', ['install', '-y', '-q', '--no-install-recommends', ...missing], env)) stop(sentence)
}

if (!existsSync('node_modules/nuxt/package.json') && !run('npm ci', 'npm', ['ci', '--no-audit', '--no-fund'])) stop('npm ci failed')
tools()
rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results', { recursive: true })

const bin = name => `node_modules/.bin/${name}`
const words = '../shared/tools/words-check'
const steps = {
  types: () => run('types of the core', bin('tsc'), ['-p', 'core/tsconfig.json']) && run('types', bin('nuxt'), ['typecheck']),
  lint: () => run('lint', bin('eslint'), ['.']),
  rules: () => run('import rule', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'app', 'core', 'server', 'cli', 'demo', 'bench', 'raster']) && run('nothing unused', bin('knip'), []) && (!existsSync(words) || run('words', words, ['.'])),
  unit: () => run('unit tests', bin('vitest'), ['run', '--reporter=default', '--reporter=json', '--outputFile.json=test-results/unit.json']),
  build: () => run('build', bin('nuxt'), ['build']),
  browser: () => run('browser tests', bin('playwright'), ['test'], { PLAYWRIGHT_JSON_OUTPUT_NAME: 'test-results/browser.json' }),
}
const wanted = process.argv.slice(2)
for (const name of wanted) if (!(name in steps)) stop(`there is no part “${name}”: ${Object.keys(steps).join(', ')}`)
const failed = Object.entries(steps).filter(([name]) => !wanted.length || wanted.includes(name)).filter(([, step]) => !step()).map(([name]) => name)

const read = file => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined)
const unit = read('test-results/unit.json')
const browser = read('test-results/browser.json')
const passed = (unit?.numPassedTests ?? 0) + (browser?.stats.expected ?? 0)
const bad = (unit?.numFailedTests ?? 0) + (browser?.stats.unexpected ?? 0) + (browser?.stats.flaky ?? 0)
console.log(failed.length ? `\nNot good: ${failed.join(', ')}` : '\nEverything is good.')
console.log(`${passed} passed, ${Math.max(bad, failed.length ? 1 : 0)} failed`)
process.exit(failed.length ? 1 : 0)
