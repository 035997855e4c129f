import { db } from './db'

/**
 * Another tab runs another version: a newer one wants the data, so this one has let go of it; an older one
 * still holds it.
 */
export type OtherVersion = 'newer' | 'older'
/** Hears of another version in another tab. */
export function onOtherVersion(tell: (other: OtherVersion) => void): void {
  db.on('versionchange', () => {
    db.close({ disableAutoOpen: true })
    tell('newer')
    return false
  })
  db.on('blocked', () => tell('older'))
}
