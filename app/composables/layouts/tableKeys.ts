/** Key presses of the Light table and the act each asks for. */
export interface TableActs {
  readonly resize: (right: number, down: number, tenfold: boolean) => void
  readonly nudge: (right: number, down: number, tenfold: boolean) => void
  readonly undo: () => void
  readonly redo: () => void
  readonly copy: () => void
  readonly paste: () => void
  readonly chooseAll: () => void
  readonly save: () => void
  readonly remove: () => void
  readonly step: (by: 1 | -1) => void
  readonly chooseNone: () => void
  readonly sample: () => void
  readonly toggleOn: () => void
  readonly zoom: (factor: number) => void
}
/** Of a keyboard event what is asked here. */
export type KeyPress = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>

const arrows: Readonly<Record<string, readonly [right: number, down: number]>> = {
  arrowleft: [-1, 0],
  arrowright: [1, 0],
  arrowup: [0, -1],
  arrowdown: [0, 1],
}
const LARGER = 1.25
const SMALLER = 0.8

const withControl = (acts: TableActs, shift: boolean): Readonly<Record<string, () => void>> => ({
  z: shift ? acts.redo : acts.undo,
  y: acts.redo,
  c: acts.copy,
  v: acts.paste,
  a: acts.chooseAll,
  s: acts.save,
})
const alone = (acts: TableActs): Readonly<Record<string, () => void>> => ({
  delete: acts.remove,
  backspace: acts.remove,
  pagedown: () => acts.step(1),
  n: () => acts.step(1),
  pageup: () => acts.step(-1),
  b: () => acts.step(-1),
  escape: acts.chooseNone,
  p: acts.sample,
  o: acts.toggleOn,
  '+': () => acts.zoom(LARGER),
  '-': () => acts.zoom(SMALLER),
})

/** The act that a key asks for; undefined for a key that means nothing here. */
export function tableAct(event: KeyPress, acts: TableActs): (() => void) | undefined {
  const key = event.key.toLowerCase()
  const control = event.ctrlKey || event.metaKey
  const arrow = arrows[key]
  if (arrow) return () => (control ? acts.resize : acts.nudge)(...arrow, event.shiftKey)
  return control ? withControl(acts, event.shiftKey)[key] : alone(acts)[key]
}
