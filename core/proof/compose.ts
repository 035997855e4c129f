import { formatDate } from '../base/dates'
import { figures } from '../money/figures'
import { sum } from '../money/cents'
import { words } from '../money/words'
import { micrLine } from '../micr/pattern'
import { BASELINE_UP, clearBand, fromRight, PITCH, positionsOn } from '../micr/place'
import { formatLength, MM_PER_POINT, overlaps, within, type Box } from '../paper/length'
import type { Field, Layout, LetteredField } from '../paper/layout'
import { checksPerSheet, panelOf, type Panel, type Stock } from '../paper/stock'
import { lacking } from '../type/face'
import type { AccountFacts, CheckFacts } from './facts'
import { fitText, LEADING, textWidth } from './fitText'
import { ground } from './ground'
import type { Drawing, Layer, Mark } from './marks'
import { error, type Note } from './note'
import { tableHead, tableRows } from './stubTable'

/** One side of a sheet with what is to be said about the checks on it. `carried` shows what the stock already carries: for the eye, never for the printer. */
export interface SheetProof { readonly drawing: Drawing, readonly carried: readonly Mark[], readonly notes: readonly Note[] }

/** A layout made ready for one account: what does not change from check to check is set once. */
export interface Proofer {
  /** What is wrong with the layout itself, whatever the check. */
  readonly notes: readonly Note[]
  readonly perSheet: number
  /** Sets the checks of one sheet, by place; `null` leaves a place empty. */
  sheet(checks: readonly (CheckFacts | null)[]): SheetProof
}

interface Set { readonly marks: readonly Mark[], readonly notes: readonly Note[] }
const nothing: Set = { marks: [], notes: [] }

const boxOn = (field: Exclude<Field, { kind: 'micr' }>, panel: Panel): Box => ({ x: panel.x + field.x, y: panel.y + field.y, w: field.w, h: field.h })
/** Distance of the baseline above the foot of a one-line box: room for descenders. */
const footOf = (size: number): number => size * MM_PER_POINT * 0.26
const manyLines = new Set<Field['kind']>(['payerName', 'payerAddress', 'bankAddress', 'payeeAddress', 'text'])

function setText(field: LetteredField, box: Box, lines: readonly string[], ink: string): Set {
  const given = lines.filter(line => line !== '')
  if (!given.length) return nothing
  const { face, align } = field.type
  const missing = given.map(line => lacking(face, line)).find(Boolean)
  if (missing) return { marks: [], notes: [error('character-missing', field.id, `“${missing}” in “${given.join(', ')}” cannot be printed in the face ${face}`, { value: missing })] }
  const { lines: set, size, fits } = fitText(given, box.w, box.h, field.type)
  const leading = size * MM_PER_POINT * LEADING
  const first = manyLines.has(field.kind) ? box.y + size * MM_PER_POINT * 0.8 : box.y + box.h - footOf(size) - (set.length - 1) * leading
  const marks = set.map((text, i): Mark => {
    const free = box.w - textWidth(text, field.type, size)
    return { kind: 'text', field: field.id, face, size, ink, text, x: box.x + (align === 'left' ? 0 : align === 'right' ? free : free / 2), y: first + i * leading }
  })
  return { marks, notes: fits ? [] : [error('text-too-long', field.id, `“${given.join(', ')}” does not fit, even at ${field.type.least} pt`, { value: given.join(', '), limit: field.type.least })] }
}

/** What a field says that is the same on every check; undefined where it differs from check to check. */
function standing(field: LetteredField, account: AccountFacts): readonly string[] | undefined {
  switch (field.kind) {
    case 'payerName': return account.company.name
    case 'payerAddress': return account.company.address
    case 'bankName': return [account.bank.name]
    case 'bankAddress': return account.bank.address
    case 'fraction': return [account.fraction]
    case 'text': return [field.text]
    case 'signature': return []
    default: return undefined
  }
}

/** What a field says on one check. */
function saying(field: LetteredField, check: CheckFacts, account: AccountFacts): readonly string[] {
  switch (field.kind) {
    case 'number': return [String(check.number)]
    case 'payee': return [check.payee]
    case 'payeeAddress': return [check.payee, ...check.address]
    case 'memo': return [check.memo]
    case 'date': return [formatDate(check.date, field.pattern)]
    case 'amountFigures': return [figures(check.amount, { sign: field.sign ? account.currency.sign : '', stars: field.stars })]
    case 'stubTotal': return [figures(check.lines.length ? sum(check.lines.map(l => l.amount)) : check.amount, { sign: account.currency.sign })]
    default: return []
  }
}

function setWords(field: Extract<LetteredField, { kind: 'amountWords' }>, box: Box, check: CheckFacts, account: AccountFacts, ink: string): Set {
  const said = words(check.amount, account.currency.name)
  if (!said.ok) return { marks: [], notes: [error(said.refusal.code, field.id, said.refusal.text, { value: check.amount })] }
  const set = setText(field, box, [said.value], ink)
  const last = set.marks.at(-1)
  if (field.fill === 'none' || last?.kind !== 'text') return set
  const end = last.x + textWidth(last.text, field.type, last.size) + 1.5
  const room = box.x + box.w - end
  if (room < 1) return set
  if (field.fill === 'rule') {
    const y = last.y - last.size * MM_PER_POINT * 0.25
    return { ...set, marks: [...set.marks, { kind: 'line', x: end, y, x2: box.x + box.w, y2: y, width: 0.25, ink }] }
  }
  const stars = '*'.repeat(Math.floor(room / textWidth('*', field.type, last.size)))
  return stars ? { ...set, marks: [...set.marks, { ...last, x: end, text: stars }] } : set
}

function setMicr(field: Field, panel: Panel, check: CheckFacts, account: AccountFacts): Set {
  const line = micrLine(account.pattern, { routing: account.routing, account: account.account, serial: check.number }, positionsOn(panel.w))
  if (!line.ok) return { marks: [], notes: [error(line.refusal.code, field.id, line.refusal.text, line.refusal.value === undefined ? {} : { value: line.refusal.value })] }
  const x = panel.x + panel.w - fromRight(line.value.first) - PITCH
  return { marks: [{ kind: 'micr', field: field.id, text: line.value.text, x, y: panel.y + panel.h - BASELINE_UP }], notes: [] }
}

function setCaption(field: LetteredField, box: Box, ink: string): Mark[] {
  const caption = field.caption
  if (!caption) return []
  const wide = textWidth(caption.text, { face: 'sans' }, caption.size)
  const at = (x: number, y: number): Mark[] => [{ kind: 'text', field: field.id, face: 'sans', size: caption.size, ink, text: caption.text, x, y }]
  switch (caption.side) {
    case 'left': return at(box.x - 1.5 - wide, box.y + box.h - footOf(field.type.size))
    case 'above': return at(box.x, box.y - 0.6)
    case 'below': return at(field.type.align === 'center' ? box.x + (box.w - wide) / 2 : box.x, box.y + box.h + caption.size * MM_PER_POINT)
  }
}

/** Everything of a field that stays the same from check to check. */
function setStanding(field: Field, panel: Panel, layout: Layout, account: AccountFacts): Set {
  if (field.kind === 'micr') return nothing
  const box = boxOn(field, panel)
  const ink = field.ink ?? layout.ink
  switch (field.kind) {
    case 'ground': return { marks: [{ kind: 'path', steps: ground(box), width: 0.13, ink: field.ink ?? layout.groundInk }], notes: [] }
    case 'line': return { marks: [{ kind: 'line', x: box.x, y: box.y, x2: box.x + box.w, y2: box.y + box.h, width: field.width, ink }], notes: [] }
    case 'rect': return { marks: [{ kind: 'rect', ...box, width: field.width, ink }], notes: [] }
    case 'stubTable': return { marks: tableHead(field, box, layout.captionInk), notes: [] }
    default: {
      const text = standing(field, account)
      const set = text ? setText(field, box, text, ink) : nothing
      const line: Mark[] = field.kind === 'signature' ? [{ kind: 'line', x: box.x, y: box.y + box.h, x2: box.x + box.w, y2: box.y + box.h, width: 0.18, ink }] : []
      return { marks: [...setCaption(field, box, layout.captionInk), ...line, ...set.marks], notes: set.notes }
    }
  }
}

/** Everything of a field that belongs to one check. */
function setOwn(field: Field, panel: Panel, layout: Layout, account: AccountFacts, check: CheckFacts): Set {
  if (field.kind === 'micr') return setMicr(field, panel, check, account)
  const box = boxOn(field, panel)
  const ink = field.ink ?? layout.ink
  switch (field.kind) {
    case 'ground': case 'line': case 'rect': return nothing
    case 'amountWords': return setWords(field, box, check, account, ink)
    case 'stubTable': {
      const lines = check.lines.length ? check.lines : [{ reference: '', date: check.date, description: check.memo, amount: check.amount }]
      return tableRows(field, box, lines, ink)
    }
    default: return standing(field, account) ? nothing : setText(field, box, saying(field, check, account), ink)
  }
}

/** Fields outside their panel, and anything but the MICR line in the clear band. */
function layoutNotes(layout: Layout, stock: Stock): Note[] {
  return layout.fields.flatMap((field): Note[] => {
    if (!field.on || field.kind === 'micr') return []
    const panel = panelOf(stock, field.panel, 1)
    if (!panel) return [error('panel-missing', field.id, `the stock “${stock.name}” has no ${field.panel} panel`, { value: field.panel })]
    const box = boxOn(field, panel)
    const found: Note[] = []
    if (!within(box, panel)) found.push(error('field-outside', field.id, `the field reaches over the edge of its panel (${formatLength(panel.w, layout.unit)} x ${formatLength(panel.h, layout.unit)})`))
    if (field.panel === 'check' && overlaps(box, clearBand(panel))) found.push(error('clear-band', field.id, `the field reaches into the clear band, the lowest ${formatLength(clearBand(panel).h, layout.unit)} of the check`))
    return found
  })
}

/**
 * Makes a layout ready to set checks of one account on one stock. Setting is pure: the same facts give the same drawing.
 * What does not fit is in the notes; nothing is ever cut.
 */
export function proofer(layout: Layout, stock: Stock, account: AccountFacts): Proofer {
  const carriedBy = (field: Field): boolean => stock.carries.some(c => c.role === field.panel && c.kind === field.kind)
  const on = layout.fields.filter(f => f.on)
  const perSheet = checksPerSheet(stock)
  const notes = layoutNotes(layout, stock)
  const places = Array.from({ length: perSheet }, (_, i) => {
    const placed = on.flatMap((field) => {
      const panel = panelOf(stock, field.panel, i + 1)
      return panel ? [{ field, panel, carried: carriedBy(field) }] : []
    })
    const sets = placed.filter(p => !p.carried).map(p => setStanding(p.field, p.panel, layout, account))
    if (i === 0) notes.push(...sets.flatMap(s => s.notes))
    const layer: Layer = { shared: true, marks: sets.flatMap(s => s.marks) }
    return { placed, layer }
  })
  return {
    notes, perSheet,
    sheet(checks) {
      const layers: Layer[] = []
      const said: Note[] = []
      const carried: Mark[] = []
      places.forEach(({ placed, layer }, i) => {
        const check = checks[i]
        if (!check) return
        const own: Mark[] = []
        if (check.lines.length && sum(check.lines.map(l => l.amount)) !== check.amount) said.push(error('lines-differ', 'stub', `the lines come to ${figures(sum(check.lines.map(l => l.amount)))}, the check to ${figures(check.amount)}`, { check: check.number }))
        for (const { field, panel, carried: byStock } of placed) {
          const set = setOwn(field, panel, layout, account, check)
          if (byStock) carried.push(...setStanding(field, panel, layout, account).marks, ...set.marks)
          else {
            for (const mark of set.marks) own.push(mark)
            for (const note of set.notes) said.push({ ...note, check: check.number })
          }
        }
        layers.push(layer, { shared: false, marks: own })
      })
      return { drawing: { w: stock.sheet.w, h: stock.sheet.h, layers }, carried, notes: said }
    },
  }
}

/** Cuts a list of checks into sheets; the first may begin at a later place where a sheet is part-used. */
export function sheetsOf<T>(checks: readonly T[], perSheet: number, firstPlace = 1): (T | null)[][] {
  const places: (T | null)[] = [...Array.from({ length: firstPlace - 1 }, () => null), ...checks]
  return Array.from({ length: Math.ceil(places.length / perSheet) }, (_, i) => places.slice(i * perSheet, (i + 1) * perSheet))
}
