import { describe, expect, it, vi } from 'vitest'
import { tableAct, type TableActs } from './tableKeys'

const names = [
  'resize',
  'nudge',
  'undo',
  'redo',
  'copy',
  'paste',
  'chooseAll',
  'save',
  'remove',
  'step',
  'release',
  'sample',
  'toggleOn',
  'zoom',
] as const
/** The act that a press comes to, with what it is told. */
function pressed(key: string, held: { ctrl?: boolean; shift?: boolean } = {}) {
  const acts = Object.fromEntries(names.map(n => [n, vi.fn()]))
  tableAct(
    { key, ctrlKey: held.ctrl ?? false, metaKey: false, shiftKey: held.shift ?? false },
    acts as unknown as TableActs,
  )?.()
  return names.flatMap(n => acts[n]!.mock.calls.map(call => [n, ...call]))
}

describe('keys of the Light table', () => {
  it.each([
    ['ArrowLeft', {}, [['nudge', -1, 0, false]]],
    ['ArrowDown', { ctrl: true, shift: true }, [['resize', 0, 1, true]]],
    ['Z', { ctrl: true, shift: true }, [['redo']]],
    ['z', { ctrl: true }, [['undo']]],
    ['n', {}, [['step', 1]]],
    ['PageUp', {}, [['step', -1]]],
    ['P', {}, [['sample']]],
    ['Delete', {}, [['remove']]],
    ['q', {}, []],
    ['p', { ctrl: true }, []],
    ['z', {}, []],
  ] as const)('%s %o', (key, held, wanted) => {
    expect(pressed(key, held)).toEqual(wanted)
  })
})
