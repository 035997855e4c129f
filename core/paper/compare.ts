import { editBetween, type LayoutSettings } from './edit'
import { kindNames } from './kinds'
import { formatLength, type Unit } from './length'
import { isBoxed, type Field, type Layout } from './layout'

/** One line of what differs between two versions of a layout. */
export interface Difference {
  readonly field: string
  readonly name: string
  readonly text: string
}

const nameOf = (f: Field): string => kindNames[f.kind]
const signed = (mm: number, unit: Unit): string =>
  `${mm > 0 ? '+' : mm < 0 ? '-' : ''}${formatLength(Math.abs(mm), unit)}`
const said: Readonly<Record<string, string>> = {
  type: 'letters',
  caption: 'caption',
  ink: 'ink',
  turn: 'turn',
  pattern: 'pattern',
  columns: 'columns',
  panel: 'panel',
  face: 'face',
  size: 'size',
  least: 'least size',
  align: 'alignment',
  rowHeight: 'height of a row',
  text: 'text',
  words: 'words',
  stars: 'asterisks',
  sign: 'currency sign',
  fill: 'rest of the line',
  withName: 'name of the currency',
  nudge: 'nudge',
  captionInk: 'ink of captions',
  groundInk: 'ink of the ground',
  locale: 'language',
  envelope: 'envelope',
}
const nameOfKey = (key: string): string => said[key] ?? key

/** A value in words: yes and no, lists by their parts, nothing as none. */
function inWords(value: unknown): string {
  if (value === undefined || value === null || value === '') return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return value.map(inWords).join('; ') || 'none'
  if (typeof value === 'object')
    return 'data' in value ? 'different picture' : Object.values(value).map(inWords).join(' ')
  return String(value)
}
/** What differs in a property, part by part: from what, to what. */
function fromTo(name: string, before: unknown, after: unknown): string[] {
  if (JSON.stringify(before) === JSON.stringify(after)) return []
  const parts = (v: unknown): v is Record<string, unknown> =>
    typeof v === 'object' && v !== null && !Array.isArray(v) && !('data' in v)
  if (parts(before) && parts(after))
    return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap(key =>
      fromTo(`${name}, ${nameOfKey(key)}`, before[key], after[key]),
    )
  return [`${name}: ${inWords(before)}, now ${inWords(after)}`]
}

function differences(before: Field, after: Field, unit: Unit): string[] {
  const found: string[] = []
  if (isBoxed(before) && isBoxed(after)) {
    if (before.x !== after.x || before.y !== after.y)
      found.push(`moved ${signed(after.x - before.x, unit)} across, ${signed(after.y - before.y, unit)} down`)
    if (before.w !== after.w || before.h !== after.h)
      found.push(
        `now ${formatLength(after.w, unit)} x ${formatLength(after.h, unit)}, was ${formatLength(before.w, unit)} x ${formatLength(before.h, unit)}`,
      )
  }
  if (before.on !== after.on) found.push(after.on ? 'switched on' : 'switched off')
  const keys = Object.keys({ ...before, ...after }).filter(
    k => !['x', 'y', 'w', 'h', 'on', 'id', 'kind', 'locked'].includes(k),
  )
  return [
    ...found,
    ...keys.flatMap(k => fromTo(nameOfKey(k), before[k as keyof Field], after[k as keyof Field])),
  ]
}

/**
 * What moved, what was added, removed or changed from one version to the other, field by field, in plain
 * words.
 */
export function compareLayouts(a: Layout, b: Layout, unit: Unit): Difference[] {
  const edit = editBetween(a, b)
  if (!edit) return []
  const fields = Object.keys(edit.after.fields).flatMap((id): Difference[] => {
    const [before, after] = [edit.before.fields[id], edit.after.fields[id]]
    if (!before && after) return [{ field: id, name: nameOf(after), text: 'added' }]
    if (before && !after) return [{ field: id, name: nameOf(before), text: 'removed' }]
    return before && after
      ? differences(before, after, unit).map(text => ({ field: id, name: nameOf(after), text }))
      : []
  })
  const settings = (Object.keys(edit.after.settings) as (keyof LayoutSettings)[]).flatMap(key =>
    fromTo(nameOfKey(key), edit.before.settings[key], edit.after.settings[key]),
  )
  return [...settings.map(text => ({ field: '', name: 'Layout', text })), ...fields]
}
