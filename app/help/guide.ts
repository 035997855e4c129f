import { marked } from 'marked'

/** The manual as it is written, a file a topic; the panel shows the same pages. */
const files: Readonly<Record<string, string>> = import.meta.glob('../../docs/guide/*.md', {
  query: '?raw',
  import: 'default',
  eager: true,
})

/** A page of the manual. */
export interface Topic {
  readonly name: string
  readonly title: string
  /** As it is written, in Markdown, with its pictures. */
  readonly text: string
}

const nameOf = (path: string): string => path.replace(/^.*\/(.+)\.md$/, '$1')
/** The order of the contents. */
const order = [...(files['../../docs/guide/README.md'] ?? '').matchAll(/\(([\w-]+)\.md\)/g)].map(m => m[1]!)

/** All topics, in the order of the contents. */
export const guide: readonly Topic[] = Object.entries(files)
  .map(([path, text]) => ({ name: nameOf(path), title: text.split('\n', 1)[0]!.replace(/^# /, ''), text }))
  .filter(topic => topic.name !== 'README')
  .sort((a, b) => order.indexOf(a.name) - order.indexOf(b.name))

/** A topic as HTML for the panel, which has its title already and no room for pictures. */
export const topicHtml = (topic: Topic): string =>
  marked.parse(topic.text.replace(/^# .*\n/, '').replace(/^!\[.*$/gm, ''), { async: false })

/** Topics that have every word of a search, those that have them in their title first. */
export function findTopics(search: string): readonly Topic[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const has = (text: string): boolean => words.every(word => text.toLowerCase().includes(word))
  const found = guide.filter(topic => has(topic.text))
  return [...found.filter(t => has(t.title)), ...found.filter(t => !has(t.title))]
}
