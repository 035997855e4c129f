import { isBoxed, type Field, type Layout } from '#core/paper/layout'
import { carries, panelOf, type Panel, type Stock } from '#core/paper/stock'
import { boxOn, printsOn, setOwn, setStanding } from '#core/proof/setField'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'
import { marksSvg } from '#core/render/svg'

/**
 * One field ready to be shown: its drawing as SVG, what lies under and what over, and its box on the sheet.
 */
export interface FieldView {
  readonly id: string
  readonly field: Field
  readonly under: string
  readonly over: string
  readonly box: { x: number; y: number; w: number; h: number }
  readonly carried: boolean
}

/**
 * Draws the fields of a layout one by one, and draws only those again that have changed: a field, its inks
 * and language, the account and the check make the drawing, so the last one is kept as long as these are
 * the same objects.
 */
export function fieldDrawer() {
  let kept = new Map<Field, FieldView>()
  let keptFor = ''
  let objects: readonly unknown[] = []
  return (layout: Layout, stock: Stock, account: AccountFacts, check: CheckFacts): FieldView[] => {
    const key = [layout.ink, layout.captionInk, layout.groundInk, layout.locale].join()
    if (key !== keptFor || objects[0] !== stock || objects[1] !== account || objects[2] !== check)
      kept = new Map()
    keptFor = key
    objects = [stock, account, check]
    const next = new Map<Field, FieldView>()
    const setting = { layout, account }
    for (const field of layout.fields) {
      const panel = panelOf(stock, field.panel, 1)
      if (!field.on || !panel || !printsOn(field, check.advice === true)) continue
      next.set(field, kept.get(field) ?? viewOf(field, panel, setting, stock, check))
    }
    kept = next
    return [...next.values()]
  }
}

const MICR_HIGH = 3
function viewOf(
  field: Field,
  panel: Panel,
  setting: { layout: Layout; account: AccountFacts },
  stock: Stock,
  check: CheckFacts,
): FieldView {
  const own = setOwn(field, panel, setting, check)
  const mark = own.marks[0]
  const box = isBoxed(field)
    ? boxOn(field, panel)
    : mark?.kind === 'micr'
      ? { x: mark.x, y: mark.y - MICR_HIGH, w: mark.text.length * 3.175, h: MICR_HIGH }
      : { x: panel.x + 10, y: panel.y + panel.h - 8, w: panel.w - 20, h: 4 }
  return {
    id: field.id,
    field,
    box,
    under: marksSvg(setStanding(field, panel, setting).marks),
    over: marksSvg(own.marks),
    carried: carries(stock, field.panel, field.kind),
  }
}
