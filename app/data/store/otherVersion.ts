import { db } from './db'

/**
 * Another tab runs another version: a newer one wants the data, so this one has let go of it; an older one
 * still holds it; or the office was removed there.
 */
export type OtherVersion = 'newer' | 'older' | 'removed'
/** Hears of another version in another tab. */
export function onOtherVersion(tell: (other: OtherVersion) => void): void {
  db.on('versionchange', event => {
    db.close({ disableAutoOpen: true })
    tell(event.newVersion === null ? 'removed' : 'newer')
    return false
  })
  db.on('blocked', () => tell('older'))
}
