// npm test: installs what is missing, then types, lint and import rule beside the build and the unit tests,
// then browser tests. One part alone: npm test -- unit   (types, lint, rules, unit, build, browser)
// npm run test:all: what npm test leaves out: long counts of the simulators, every view in the smaller windows
// and in the dark, more of the hands, every view over ten years of rows.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { stop, tools } from './tools.mjs'

process.chdir(fileURLToPath(new URL('..', import.meta.url)))
const began = Date.now()
const seconds = since => Math.round((Date.now() - since) / 1000)
/**
 * Runs a command; what it prints comes as it is printed, or in one piece at its end where others run beside
 * it.
 */
const run = (what, command, args, { env = {}, beside = false } = {}) =>
  new Promise(resolve => {
    const started = Date.now()
    const held = []
    if (!beside) console.log(`\n== ${what}`)
    const child = spawn(command, args, {
      stdio: ['ignore', beside ? 'pipe' : 'inherit', beside ? 'pipe' : 'inherit'],
      env: { ...process.env, ...env },
    })
    if (beside) for (const stream of [child.stdout, child.stderr]) stream.on('data', part => held.push(part))
    child.on('error', error => held.push(`${error}\n`))
    child.on('close', status => {
      if (beside) console.log(`\n== ${what}\n${Buffer.concat(held.map(part => Buffer.from(part)))}`)
      console.log(`== ${what}: ${status === 0 ? 'good' : 'FAILED'}, ${seconds(started)} s`)
      resolve(status === 0)
    })
  })
if (
  !existsSync('node_modules/nuxt/package.json') &&
  !(await run('npm ci', 'npm', ['ci', '--no-audit', '--no-fund']))
)
  stop('npm ci failed')
tools()
rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results', { recursive: true })

/**
 * What stood on the page where a browser test failed: on a machine that is gone afterwards, nothing else
 * tells.
 */
function showPages() {
  for (const file of readdirSync('test-results/browser', { recursive: true })) {
    if (file.endsWith('error-context.md'))
      console.log(`\n== ${file}\n${readFileSync(`test-results/browser/${file}`, 'utf8').slice(0, 6000)}`)
  }
}
async function browserTests(files = [], env = {}) {
  const good = await run('browser tests', bin('playwright'), ['test', ...files], {
    env: { PLAYWRIGHT_JSON_OUTPUT_NAME: 'test-results/browser.json', ...env },
  })
  if (!good && existsSync('test-results/browser')) showPages()
  return good
}
const bin = name => `node_modules/.bin/${name}`
const words = '../shared/tools/words-check'
const beside = { beside: true }
const steps = {
  types: async () =>
    (await run('types of the core', bin('tsc'), ['-p', 'core/tsconfig.json'], beside)) &&
    (await run('types of its tests', bin('tsc'), ['-p', 'tsconfig.tests.json'], beside)) &&
    run('types', bin('nuxt'), ['typecheck'], beside),
  lint: async () =>
    (await run('layout of the code', bin('prettier'), ['--check', '.', '--log-level', 'warn'], beside)) &&
    run('lint', bin('eslint'), ['.', '--max-warnings', '0'], beside),
  rules: async () =>
    (await run(
      'import rule',
      bin('depcruise'),
      ['--config', '.dependency-cruiser.cjs', 'app', 'core', 'server', 'cli', 'demo', 'bench', 'raster'],
      beside,
    )) &&
    (await run('nothing unused', bin('knip'), [], beside)) &&
    (!existsSync(words) || run('words', words, ['.'], beside)),
  build: () => run('build', bin('nuxt'), ['build'], beside),
  unit: () =>
    run('unit tests', bin('vitest'), [
      'run',
      '--reporter=default',
      '--reporter=json',
      '--outputFile.json=test-results/unit.json',
    ]),
  browser: browserTests,
}
/** Counts of the long simulators: other seeds than those of the short ones. */
const longCounts = {
  DESK_FIRST: '1001',
  DESK_SEEDS: '1000',
  STORE_FIRST: '201',
  STORE_SEEDS: '80',
  TRUE_FILES: '10000',
  READER_LINES: '2000',
  DAMAGED: '3000',
  RECORD_EDITS: '2000',
  BANK_DAMAGED: '100000',
  ANY_INPUTS: '80000',
  FIT_PAIRS: '60',
  FIT_PRINTERS: '60',
}
const longSteps = {
  build: async () => existsSync('.output/server/index.mjs') || steps.build(),
  unit: () =>
    run(
      'long counts',
      bin('vitest'),
      [
        'run',
        'core/office',
        'core/imports',
        'core/bank/read',
        'core/exchange',
        'core/fit',
        'core/micr/reader',
        'app/data/store/storeOffice',
      ].concat(['--reporter=default', '--reporter=json', '--outputFile.json=test-results/unit.json']),
      { env: longCounts },
    ),
  browser: () => browserTests(['views', 'hands', 'years'], { TEST_ALL: '1' }),
}
const isAll = process.argv.includes('--all')
const wanted = process.argv.slice(2).filter(arg => arg !== '--all')
for (const name of wanted)
  if (!(name in steps)) stop(`there is no part “${name}”: ${Object.keys(steps).join(', ')}`)
const chosen = isAll ? longSteps : steps
const failed = []
const inTurn = async names => {
  for (const name of names)
    if ((!wanted.length || wanted.includes(name)) && !(await chosen[name]())) failed.push(name)
}
// What nothing is seen of stands beside the rest, so that both cores have work; the browser tests, which wait
// for a page, have the machine alone.
if (isAll) await inTurn(['build', 'unit'])
else await Promise.all([inTurn(['types', 'lint', 'rules']), inTurn(['build', 'unit'])])
await inTurn(['browser'])

const read = file => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined)
const unit = read('test-results/unit.json')
const browser = read('test-results/browser.json')
const passed = (unit?.numPassedTests ?? 0) + (browser?.stats.expected ?? 0) + (browser?.stats.flaky ?? 0)
const bad = (unit?.numFailedTests ?? 0) + (browser?.stats.unexpected ?? 0)
const again = browser?.stats.flaky ?? 0
console.log(failed.length ? `\nNot good: ${failed.join(', ')}` : '\nEverything is good.')
console.log(
  `${passed} passed, ${Math.max(bad, failed.length ? 1 : 0)} failed${again ? `, ${again} at a second try` : ''}, ${seconds(began)} s`,
)
process.exit(failed.length ? 1 : 0)
