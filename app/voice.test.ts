import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const root = fileURLToPath(new URL('..', import.meta.url))
/** Turns that no colleague at the next desk would use: each has a plain word (docs/words.md). */
const turns =
  /\b(tells|told|stands? (in|here|at|before|twice)|say (it|why|what|who|how|which)|tak(e|en) in|written down|let (it|them) go|is wanted|put right|bec(ame|ome) of|keeps the books|as it should be|is not taken|no word|goes on here|by themselves)\b/i
/** Acts of before version 0.10, and what only looks like a turn. */
const leftAlone = ['core/trail/lineText.ts', 'core/proof/captions.ts']

const filesIn = (folder: string): string[] =>
  readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
    .map(name => `${folder}/${name}`)
    .filter(name => /\.(ts|vue)$/.test(name) && !/\.test\.ts$|\/test\//.test(name))
/** What a person may come to read: texts in quotes, and the words between the tags of a page. */
function texts(file: string): string[] {
  const code = readFileSync(join(root, file), 'utf8').replace(/^\s*(\/\/|\*|\/\*).*$/gm, '')
  const quoted = [...code.matchAll(/'([^'\n]* [^'\n]*)'|`([^`\n]* [^`\n]*)`|="([^"{}\n]* [^"{}\n]*)"/g)]
  const page = /<template>([\s\S]*)<\/template>/.exec(code)?.[1] ?? ''
  const between = [...page.replace(/<!--[\s\S]*?-->|\{\{[\s\S]*?\}\}/g, ' ').matchAll(/>([^<>]+)</g)]
  return [...quoted.map(m => m[1] ?? m[2] ?? m[3] ?? ''), ...between.map(m => m[1]!)]
    .map(text =>
      text
        .replace(/\$\{[^}]*\}/g, 'x')
        .replace(/\s+/g, ' ')
        .trim(),
    )
    .filter(text => /[a-z] [a-z]/i.test(text))
}

it('no text is in the voice that a clerk would have to read twice', () => {
  const found = ['app', 'core', 'cli', 'server']
    .flatMap(filesIn)
    .filter(file => !leftAlone.includes(file))
    .flatMap(file => texts(file).flatMap(text => (turns.test(text) ? [`${file}: ${text}`] : [])))
  expect(found).toEqual([])
})

it('nor is any line of the manual', () => {
  const lines = readdirSync(join(root, 'docs/guide')).flatMap(name =>
    readFileSync(join(root, 'docs/guide', name), 'utf8').split('\n'),
  )
  expect(lines.length).toBeGreaterThan(300)
  expect(lines.filter(line => turns.test(line))).toEqual([])
})
