import { describe, expect, it } from 'vitest'
import { fileFault } from './fileKinds'

const pictures = 'image/png,image/jpeg,.pdf'
const said = (name: string, type: string, size = 10) =>
  fileFault({ name, type, size }, pictures, 'PNG, JPEG or PDF', 2)

describe('a file that is given', () => {
  it.each([
    ['scan.png', 'image/png'],
    ['SCAN.PDF', ''],
    ['without an ending', ''],
  ])('%s is taken', (name, type) => expect(said(name, type)).toBe(''))

  it.each([
    ['scan.svg', 'image/svg+xml', 10, 'scan.svg cannot be used here. Choose PNG, JPEG or PDF.'],
    ['notes.txt', '', 10, 'notes.txt cannot be used here. Choose PNG, JPEG or PDF.'],
    ['scan.png', 'image/png', 2_000_001, 'scan.png is 3 MB. The limit is 2 MB.'],
    ['scan.png', 'image/png', 0, 'scan.png is empty.'],
  ])('%s (%s) of %s bytes is refused with its reason', (name, type, size, why) => {
    expect(said(name, type, size)).toBe(why)
  })
})
