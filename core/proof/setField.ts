import { never } from '../base/result'
import { figures } from '../money/figures'
import { sum } from '../money/cents'
import { words } from '../money/words'
import { micrLine } from '../micr/pattern'
import { BASELINE_UP, fromRight, PITCH, positionsOn } from '../micr/place'
import { ownShapes } from '../micr/shapes'
import { MM_PER_POINT, type Box } from '../paper/length'
import {
  isBoxed,
  isLettered,
  type BoxedField,
  type Field,
  type Layout,
  type LetteredField,
} from '../paper/layout'
import type { FieldKind } from '../paper/kinds'
import type { Picture } from '../paper/picture'
import type { Panel } from '../paper/stock'
import { inLanguage, say } from './captions'
import { microprintMarks, overlayMarks, pictureMarks, pictureMissing, setCrossing, setDate } from './extras'
import type { AccountFacts, CheckFacts } from './facts'
import { textWidth } from './fitText'
import { ground } from './ground'
import { flatBox, nothing, setCaption, setText, turned, type Set } from './lettering'
import type { Mark } from './marks'
import { error } from './note'
import { payHead, payRows } from './payTable'
import { tableHead, tableRows, type TableSet } from './stubTable'

/** Everything that a field is set with, but for the check itself. */
export interface Setting {
  readonly layout: Layout
  readonly account: AccountFacts
}

/** What only a negotiable check carries: an advice is printed without it. */
const negotiableOnly = new Set<FieldKind>([
  'micr',
  'signature',
  'signatureImage',
  'microprint',
  'crossing',
  'voidAfter',
])
/** Whether a field is printed on a check, or on an advice. */
export const printsOn = (field: Field, advice: boolean): boolean =>
  !(advice && negotiableOnly.has(field.kind)) &&
  !(field.kind === 'overlay' && field.when === 'advice' && !advice)

/** The box of a field on the sheet. */
export const boxOn = (field: BoxedField, panel: Panel): Box => ({
  x: panel.x + field.x,
  y: panel.y + field.y,
  w: field.w,
  h: field.h,
})

/** What a field says that is the same on every check; undefined where it differs from check to check. */
function fixedWords(
  field: LetteredField,
  account: AccountFacts,
  layout: Layout,
): readonly string[] | undefined {
  switch (field.kind) {
    case 'payerName':
      return account.company.name
    case 'payerAddress':
      return account.company.address
    case 'bankName':
      return [account.bank.name]
    case 'bankAddress':
      return account.bank.address
    case 'fraction':
      return [account.fraction]
    case 'currencyName':
      return [account.currency.name.charAt(0).toUpperCase() + account.currency.name.slice(1)]
    case 'accountNumber':
      return [account.account]
    case 'bankCode':
      return [account.routing]
    case 'text':
      return [inLanguage(field.text, layout.locale)]
    case 'voidAfter':
      return [say('voidAfter', layout.locale, field.days)]
    case 'signature':
      return []
    default:
      return undefined
  }
}

/** What a field says on one check. */
function saying(field: LetteredField, check: CheckFacts, { account, layout }: Setting): readonly string[] {
  const { locale } = layout
  switch (field.kind) {
    case 'number':
      return [String(check.number)]
    case 'payee':
      return [
        field.withAccount && check.accountWithPayee
          ? `${check.payee}, ${check.accountWithPayee}`
          : check.payee,
      ]
    case 'payeeAddress':
      return [check.payee, ...check.address]
    case 'memo':
      return [check.memo]
    case 'amountFigures':
      return [
        figures(check.amount, { locale, sign: field.sign ? account.currency.sign : '', stars: field.stars }),
      ]
    case 'stubTotal':
      return [
        figures(check.lines.length ? sum(check.lines.map(l => l.amount)) : check.amount, {
          locale,
          sign: account.currency.sign,
        }),
      ]
    // The same on every check, or set by a step of its own.
    case 'payerName':
    case 'payerAddress':
    case 'bankName':
    case 'bankAddress':
    case 'fraction':
    case 'currencyName':
    case 'accountNumber':
    case 'bankCode':
    case 'text':
    case 'voidAfter':
    case 'signature':
    case 'crossing':
    case 'date':
    case 'amountWords':
      return []
    default:
      return never(field)
  }
}

function setWords(
  field: Extract<LetteredField, { kind: 'amountWords' }>,
  box: Box,
  check: CheckFacts,
  { account, layout }: Setting,
  ink: string,
): Set {
  const said = words(check.amount, account.currency, layout.locale, field.withName)
  if (!said.ok)
    return {
      marks: [],
      notes: [error(said.refusal.code, field.id, said.refusal.text, { value: check.amount })],
    }
  const set = setText(field, box, [said.value], ink)
  const last = set.marks.at(-1)
  if (field.fill === 'none' || last?.kind !== 'text') return set
  const end = last.x + textWidth(last.text, field.type, last.size) + 1.5
  const room = box.x + box.w - end
  if (room < 1) return set
  if (field.fill === 'rule') {
    const y = last.y - last.size * MM_PER_POINT * 0.25
    return {
      ...set,
      marks: [...set.marks, { kind: 'line', x: end, y, x2: box.x + box.w, y2: y, width: 0.25, ink }],
    }
  }
  const stars = '*'.repeat(Math.floor(room / textWidth('*', field.type, last.size)))
  return stars ? { ...set, marks: [...set.marks, { ...last, x: end, text: stars }] } : set
}

function setMicr(
  field: Extract<Field, { kind: 'micr' }>,
  panel: Panel,
  check: CheckFacts,
  account: AccountFacts,
): Set {
  const line = micrLine(
    account.pattern,
    {
      country: account.country,
      routing: account.routing,
      account: account.account,
      part: account.part,
      code: account.code,
      serial: check.number,
    },
    positionsOn(panel.w),
  )
  if (!line.ok)
    return {
      marks: [],
      notes: [
        error(
          line.refusal.code,
          field.id,
          line.refusal.text,
          line.refusal.value === undefined ? {} : { value: line.refusal.value },
        ),
      ],
    }
  const x = panel.x + panel.w - fromRight(line.value.first) - PITCH + field.nudge.x
  return {
    marks: [
      {
        kind: 'micr',
        field: field.id,
        text: line.value.text,
        x,
        y: panel.y + panel.h - BASELINE_UP + field.nudge.y,
        shapes: account.micrShapes ?? ownShapes,
      },
    ],
    notes: [],
  }
}

const only = (...marks: readonly Mark[]): Set => ({ marks: [...marks], notes: [] })
const pictureOr = (picture: Picture | undefined, box: Box, field: string, what: string): Set =>
  picture ? only(...pictureMarks(picture, box, field)) : pictureMissing(field, what)

/** A field of letters: what it says on every check, the line of a signature, its caption. */
function setStandingLetters(field: LetteredField, box: Box, { layout, account }: Setting, ink: string): Set {
  const flat = flatBox(box, field.turn)
  const text = fixedWords(field, account, layout)
  const set = text ? setText(field, flat, text, ink) : nothing
  const foot = flat.y + flat.h
  const line: Mark[] =
    field.kind === 'signature'
      ? [{ kind: 'line', x: flat.x, y: foot, x2: flat.x + flat.w, y2: foot, width: 0.18, ink }]
      : []
  const caption = setCaption(field, flat, layout.captionInk, layout.locale)
  return { marks: turned([...line, ...set.marks, ...caption], box, field.turn), notes: set.notes }
}

/** Everything of a field that stays the same from check to check. */
export function setStanding(field: Field, panel: Panel, setting: Setting): Set {
  if (!isBoxed(field)) return nothing
  const { layout, account } = setting
  const { captionInk, locale } = layout
  const box = boxOn(field, panel)
  const ink = field.ink ?? layout.ink
  switch (field.kind) {
    case 'ground':
      return only({ kind: 'path', steps: ground(box), width: 0.13, ink: field.ink ?? layout.groundInk })
    case 'line': {
      const [x2, y2] = [box.x + box.w, box.y + box.h]
      return only({ kind: 'line', x: box.x, y: box.y, x2, y2, width: field.width, ink })
    }
    case 'rect':
      return only({ kind: 'rect', ...box, width: field.width, ink })
    case 'stubTable':
      return tableHead(field, box, captionInk, locale, layout.unit)
    case 'payTable':
      return only(...payHead(field, box, captionInk, locale))
    case 'overlay':
      return only(...overlayMarks(inLanguage(field.words, locale), field.darkness, box, field.id))
    case 'microprint':
      return only(...microprintMarks(field.text || account.company.name.join(' '), box, ink, field.id))
    case 'image':
      return only(...pictureMarks(field.picture, box, field.id))
    case 'logo':
      return pictureOr(account.company.logo, box, field.id, 'payer logo')
    case 'bankLogo':
      return pictureOr(account.bank.logo, box, field.id, 'bank logo')
    case 'crossing':
      return setCrossing(field, box, ink, locale)
    case 'signatureImage':
      return nothing
    default:
      return setStandingLetters(field, box, setting, ink)
  }
}

/** Everything of a field that is said for one check alone. */
export function setOwn(field: Field, panel: Panel, setting: Setting, check: CheckFacts): Set | TableSet {
  const { layout, account } = setting
  if (!isBoxed(field)) return setMicr(field, panel, check, account)
  const box = boxOn(field, panel)
  const ink = field.ink ?? layout.ink
  if (isLettered(field)) {
    const flat = flatBox(box, field.turn)
    const own = ownText(field, flat, setting, check, ink)
    return field.turn === 0 ? own : { ...own, marks: turned(own.marks, box, field.turn) }
  }
  switch (field.kind) {
    case 'stubTable': {
      // Drawn without lines: the check as a whole is its only one.
      const lines = check.lines.length
        ? check.lines
        : [{ reference: '', date: check.date, description: check.memo, amount: check.amount }]
      return tableRows(field, box, lines, ink, layout.locale)
    }
    case 'payTable':
      return check.pay?.length ? payRows(field, box, check.pay, ink, layout.locale) : nothing
    case 'signatureImage': {
      const signer = check.signers?.[field.which - 1]
      if (signer === undefined) return nothing
      return pictureOr(account.signatories[signer]?.picture, box, field.id, 'signature')
    }
    case 'ground':
    case 'line':
    case 'rect':
    case 'overlay':
    case 'microprint':
    case 'image':
    case 'logo':
    case 'bankLogo':
      return nothing
    default:
      return never(field)
  }
}

function ownText(field: LetteredField, box: Box, setting: Setting, check: CheckFacts, ink: string): Set {
  const { layout, account } = setting
  if (field.kind === 'amountWords') return setWords(field, box, check, setting, ink)
  if (field.kind === 'date') return setDate(field, box, check.date, layout.locale, ink, layout.captionInk)
  if (field.kind === 'signature' && field.details) {
    const signer = account.signatories[check.signers?.[field.which - 1] ?? field.which - 1]
    if (!signer) return nothing
    // Below the line, under the caption.
    const below = {
      ...box,
      y: box.y + box.h + (field.caption?.on ? field.caption.size * MM_PER_POINT * 1.25 : 0.4),
      h: field.type.size * MM_PER_POINT * 1.2,
    }
    return setText(field, below, [[signer.name, signer.title].filter(Boolean).join(', ')], layout.captionInk)
  }
  return setText(field, box, saying(field, check, setting), ink)
}
