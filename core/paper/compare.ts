import { editBetween } from './edit'
import { kindNames } from './kinds'
import { formatLength, type Unit } from './length'
import { isBoxed, type Field, type Layout } from './layout'

/** One line of what differs between two versions of a layout. */
export interface Difference { readonly field: string, readonly name: string, readonly text: string }

const nameOf = (f: Field): string => kindNames[f.kind]
const signed = (mm: number, unit: Unit): string => `${mm > 0 ? '+' : mm < 0 ? '-' : ''}${formatLength(Math.abs(mm), unit)}`
const said: Readonly<Record<string, string>> = { type: 'letters', caption: 'caption', on: 'switched', ink: 'ink', turn: 'turn', pattern: 'pattern', columns: 'columns', panel: 'panel' }

function differences(before: Field, after: Field, unit: Unit): string[] {
  const found: string[] = []
  if (isBoxed(before) && isBoxed(after)) {
    if (before.x !== after.x || before.y !== after.y) found.push(`moved ${signed(after.x - before.x, unit)} across, ${signed(after.y - before.y, unit)} down`)
    if (before.w !== after.w || before.h !== after.h) found.push(`now ${formatLength(after.w, unit)} x ${formatLength(after.h, unit)}, was ${formatLength(before.w, unit)} x ${formatLength(before.h, unit)}`)
  }
  if (before.on !== after.on) found.push(after.on ? 'switched on' : 'switched off')
  const keys = Object.keys({ ...before, ...after }).filter(k => !['x', 'y', 'w', 'h', 'on', 'id', 'kind', 'locked'].includes(k))
  const others = keys.filter(k => JSON.stringify(before[k as keyof Field]) !== JSON.stringify(after[k as keyof Field])).map(k => said[k] ?? k)
  if (others.length) found.push(`${others.join(', ')} changed`)
  return found
}

/** What moved, what was added, taken away or changed from one version to the other, field by field, in plain words. */
export function compareLayouts(a: Layout, b: Layout, unit: Unit): Difference[] {
  const edit = editBetween(a, b)
  if (!edit) return []
  const fields = Object.keys(edit.after.fields).flatMap((id): Difference[] => {
    const [before, after] = [edit.before.fields[id], edit.after.fields[id]]
    if (!before && after) return [{ field: id, name: nameOf(after), text: 'added' }]
    if (before && !after) return [{ field: id, name: nameOf(before), text: 'taken away' }]
    return before && after ? differences(before, after, unit).map(text => ({ field: id, name: nameOf(after), text })) : []
  })
  return [...Object.keys(edit.after.settings).map(key => ({ field: '', name: 'Layout', text: `${key} changed` })), ...fields]
}
