import { clearBand, positionsOn } from '../micr/place'
import { micrFindings } from '../micr/checks'
import { envelopes, everSeen, surelySeen } from '../paper/envelopes'
import type { Locale } from '../money/locale'
import { formatLength, overlaps, within, type Box, type Mm } from '../paper/length'
import { isBoxed, isLettered, type BoxedField, type Field, type Layout } from '../paper/layout'
import { kindNames } from '../paper/kinds'
import { carries, panelOf, roleNames, type Panel, type Stock } from '../paper/stock'
import type { AccountFacts } from './facts'
import { essentialNotes } from './essentials'
import { error, warning, type Note } from './note'
import { withHint } from './extras'
import { withCaption } from './lettering'
import { boxOn } from './setField'

/** What office printers commonly cannot print on along each edge: 1/6 in. A printer may say its own. */
export const UNPRINTABLE: Mm = 4.23
/**
 * How far a MICR line may stray from its nominal place: 1/16 in in all, across; up and down it is half of it
 * each way (2-facts, check).
 */
const MICR_ASIDE: Mm = 1.5875
const MICR_UPDOWN: Mm = 0.79

/** Kinds that others may lie on or under without harm. */
const background = new Set<BoxedField['kind']>([
  'ground',
  'line',
  'rect',
  'overlay',
  'microprint',
  'signatureImage',
  'image',
])
/** Kinds that are no letters or pictures: in an envelope's window they disturb nobody. */
const quietInWindow = new Set<BoxedField['kind']>(['ground', 'line', 'rect', 'microprint'])

const named = (field: BoxedField): string => `“${kindNames[field.kind]}” (${field.id})`
/** The box that letters with their captions stand in: what must not meet another. */
function inked(field: BoxedField, panel: Panel, locale: Locale): Box {
  const box = boxOn(field, panel)
  if (!isLettered(field)) return box
  const whole = withCaption(field, box, locale)
  return field.kind === 'date' ? withHint(field, whole) : whole
}

/** With what a layout is looked at. */
interface Looked {
  readonly layout: Layout
  readonly stock: Stock
  readonly account: AccountFacts
  /** How near to the sheet's edges the printer prints, in mm. */
  readonly edge: Mm
  /** Fields that we print. */
  readonly on: readonly Field[]
}
const said = (mm: Mm, { layout }: Looked): string => formatLength(mm, layout.unit)

/** A MICR line moved further than the standard allows, or one that its pattern does not make. */
function micrNotes(field: Extract<Field, { kind: 'micr' }>, panel: Panel, looked: Looked): Note[] {
  const [x, y] = [Math.abs(field.nudge.x), Math.abs(field.nudge.y)]
  const { account } = looked
  const findings = micrFindings(account.pattern, account, positionsOn(panel.w), 1)
  const moved = `the MICR line is moved by ${said(Math.max(x, y), looked)}, further than the standard allows`
  return [
    ...(x > MICR_ASIDE || y > MICR_UPDOWN ? [error('micr-off-place', field.id, moved)] : []),
    ...findings.map(f => ({ ...f, field: field.id })),
  ]
}

/** A field over the edge of its panel, or where the printer does not reach. */
function edgeNotes(field: BoxedField, box: Box, panel: Panel, looked: Looked): Note[] {
  const { edge, stock } = looked
  if (!within(box, panel)) {
    const size = `${said(panel.w, looked)} x ${said(panel.h, looked)}`
    return [error('field-outside', field.id, `The field extends beyond its panel (${size})`)]
  }
  const printable: Box = { x: edge, y: edge, w: stock.sheet.w - 2 * edge, h: stock.sheet.h - 2 * edge }
  if (field.kind === 'ground' || field.kind === 'overlay' || within(box, printable)) return []
  const whose = edge === UNPRINTABLE ? 'many printers do' : 'this printer does'
  return [
    warning(
      'unprintable',
      field.id,
      `The field is closer than ${said(edge, looked)} to the edge of the sheet, where ${whose} not print`,
    ),
  ]
}

function bandNotes(field: BoxedField, box: Box, panel: Panel, looked: Looked): Note[] {
  const band = clearBand(panel)
  if (field.panel !== 'check' || !overlaps(box, band)) return []
  if (field.kind === 'overlay') {
    const text = `The overlay extends into the clear band and may confuse the bank’s reader`
    return [warning('clear-band-overlay', field.id, text)]
  }
  const text = `The field extends into the clear band, the bottom ${said(band.h, looked)} of the check`
  return [error('clear-band', field.id, text)]
}

function fieldNotes(field: Field, looked: Looked): Note[] {
  const { layout, stock } = looked
  const panel = panelOf(stock, field.panel, 1)
  if (!panel) {
    const text = `the stock “${stock.name}” has no panel “${roleNames[field.panel]}”`
    return [error('panel-missing', field.id, text, { value: field.panel })]
  }
  if (!isBoxed(field)) return micrNotes(field, panel, looked)
  const box = inked(field, panel, layout.locale)
  return [
    ...edgeNotes(field, box, panel, looked),
    ...bandNotes(field, box, panel, looked),
    ...stationerNotes(layout, stock, field, box),
  ]
}

/** Fields that lie over one another, where one of them would be hard to read. */
function overlapNotes({ layout, stock, on }: Looked): Note[] {
  const texts = on.flatMap(field => {
    const panel = panelOf(stock, field.panel, 1)
    return panel && isBoxed(field) && !background.has(field.kind)
      ? [{ field, box: inked(field, panel, layout.locale) }]
      : []
  })
  return texts.flatMap((a, i) =>
    texts
      .slice(i + 1)
      .filter(b => a.field.panel === b.field.panel && overlaps(a.box, b.box))
      .map(b =>
        warning('fields-overlap', a.field.id, `the field overlaps ${named(b.field)}`, { value: b.field.id }),
      ),
  )
}

/**
 * What can be said of a layout on a stock before any check is set: fields outside their panel or where
 * printers do not reach, in the clear band, over one another, over what the stationer printed; what a
 * negotiable check lacks; an address that the window does not show, or what else it shows; a MICR line out
 * of place. `edge` is how near to the sheet's edges the printer prints.
 */
export function layoutNotes(
  layout: Layout,
  stock: Stock,
  account: AccountFacts,
  edge: Mm = UNPRINTABLE,
): Note[] {
  const on = layout.fields.filter(f => f.on && !carries(stock, f.panel, f.kind))
  const looked: Looked = { layout, stock, account, edge, on }
  return [
    ...essentialNotes(layout, stock),
    ...on.flatMap(field => fieldNotes(field, looked)),
    ...windowLook(looked),
    ...overlapNotes(looked),
  ]
}

/** What of the check shows in the window of its envelope: the address, and nothing else. */
function windowLook({ layout, stock, on }: Looked): Note[] {
  const panel = panelOf(stock, 'check', 1)
  if (!layout.envelope || !panel) return []
  const ours = on.filter(isBoxed).filter(f => f.panel === 'check')
  const address = ours.find(f => f.kind === 'payeeAddress')
  return [
    ...(address
      ? windowNotes(layout, address, panel)
      : [
          warning(
            'window-empty',
            'payeeAddress',
            'No address shows in the window because the layout does not print it on the check',
          ),
        ]),
    ...alsoSeen(layout, ours, address, panel),
  ]
}

function windowNotes(layout: Layout, field: BoxedField, panel: Panel): Note[] {
  const envelope = envelopes.find(e => e.id === layout.envelope)
  if (!envelope)
    return [
      warning('envelope-unknown', field.id, `There is no envelope “${layout.envelope}”`, {
        value: layout.envelope,
      }),
    ]
  if (panel.w > envelope.w + 0.5 || panel.h > envelope.h + 0.5)
    return [warning('envelope-small', field.id, `The check does not fit into the envelope ${envelope.name}`)]
  const seen = surelySeen(envelope, panel)
  if (!seen)
    return [
      warning(
        'window-loose',
        field.id,
        `In the envelope ${envelope.name} the check can move so far that no address is sure to show`,
      ),
    ]
  return within({ x: field.x, y: field.y, w: field.w, h: field.h }, seen)
    ? []
    : [
        warning(
          'window-missed',
          field.id,
          `Part of the address may not show in the window of ${envelope.name}. The window is sure to show ${formatLength(seen.x, layout.unit)} to ${formatLength(seen.x + seen.w, layout.unit)} from the left and ${formatLength(seen.y, layout.unit)} to ${formatLength(seen.y + seen.h, layout.unit)} from the top`,
        ),
      ]
}

const withoutPanel = (box: Box, panel: Panel): Box => ({ ...box, x: box.x - panel.x, y: box.y - panel.y })
/** What shows in the window besides the address, wherever the check slides in the envelope. */
function alsoSeen(
  layout: Layout,
  ours: readonly BoxedField[],
  address: BoxedField | undefined,
  panel: Panel,
): Note[] {
  const envelope = envelopes.find(e => e.id === layout.envelope)
  const seen = envelope && everSeen(envelope, panel)
  if (!seen) return []
  return ours
    .filter(
      f =>
        f.id !== address?.id &&
        !quietInWindow.has(f.kind) &&
        f.kind !== 'overlay' &&
        overlaps(withoutPanel(inked(f, panel, layout.locale), panel), seen),
    )
    .map(f =>
      warning(
        'window-shows',
        f.id,
        `${named(f)} may show in the window of ${envelope.name} beside the address`,
        { value: envelope.id },
      ),
    )
}

/**
 * A field of ours that lies over something the stationer printed, which we know by where our own layout would
 * put it.
 */
function stationerNotes(layout: Layout, stock: Stock, field: BoxedField, box: Box): Note[] {
  if (background.has(field.kind)) return []
  return layout.fields.flatMap((other): Note[] => {
    if (
      !isBoxed(other) ||
      !isLettered(other) ||
      other.panel !== field.panel ||
      other.id === field.id ||
      !carries(stock, other.panel, other.kind)
    )
      return []
    const panel = panelOf(stock, other.panel, 1)
    return panel && overlaps(box, inked(other, panel, layout.locale))
      ? [
          warning(
            'over-print',
            field.id,
            `The field overlaps ${named(other)}, which is already printed on the stock`,
            { value: other.id },
          ),
        ]
      : []
  })
}
