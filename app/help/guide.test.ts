import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { findTopics, guide, topicHtml } from './guide'
import { topicOf } from './topics'

const names = new Set(guide.map(t => t.name))
const filesIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' }).map(path => `${folder}/${path}`)
const pages = filesIn('app/pages')
  .filter(path => path.endsWith('.vue') && !path.includes('missing'))
  .map(path => path.replace(/^app\/pages/, '').replace(/(\/index)?\.vue$/, '') || '/')
/** All that the screens are made of, with its line breaks taken out. */
const screens = [...filesIn('app'), ...filesIn('core')]
  .filter(path => /\.(vue|ts)$/.test(path) && !path.includes('.test.'))
  .map(path => readFileSync(path, 'utf8').replace(/\s+/g, ' '))
  .join('\n')

describe('the manual', () => {
  it('has a topic of its own for every page, and no topic that nothing leads to', () => {
    expect(pages.length).toBeGreaterThan(25)
    const led = pages.map(topicOf)
    expect(led.filter(name => !names.has(name))).toEqual([])
    expect([...names].filter(name => !led.includes(name))).toEqual(['first-steps', 'find', 'keys'])
  })
  it('lists every topic in its contents', () => {
    const contents = readFileSync('docs/guide/README.md', 'utf8')
    for (const { name, title } of guide) expect(contents).toContain(`[${title}](${name}.md)`)
  })
  it('names buttons, fields and pages as the screens do', () => {
    const emphasized = guide.flatMap(t =>
      [...t.text.matchAll(/(?<!\*)\*([^*\n]+)\*(?!\*)/g)].map(m => [t.name, m[1]!] as const),
    )
    expect(emphasized.length).toBeGreaterThan(60)
    const missing = emphasized.filter(([, text]) => !screens.includes(text))
    expect(missing).toEqual([])
  })
  it('shows pictures that are there, and leaves them out of the panel', () => {
    for (const topic of guide) {
      for (const [, path] of topic.text.matchAll(/!\[.*?\]\((.*?)\)/g))
        expect(existsSync(`docs/guide/${path}`), `${topic.name}: ${path}`).toBe(true)
      const html = topicHtml(topic)
      expect(html).not.toContain('<img')
      expect(html).not.toContain('<a ')
      expect(html).toContain(topic.name === 'keys' ? '<ul>' : '<ol>')
    }
  })
  it('is searched by words, titles first', () => {
    expect(findTopics('count off').map(t => t.name)).toContain('run')
    expect(findTopics('BACKUP')[0]?.name).toBe('backups')
    expect(findTopics('no such words here')).toEqual([])
  })
})
