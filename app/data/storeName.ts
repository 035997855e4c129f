const KEY = 'violet-lane office'
/** The store of the first office of a browser. */
export const FIRST_STORE = 'violet-lane'

/** What a storage of the browser keeps of the choice; nothing where the browser forbids the storage. */
function kept(storage: () => Storage): string | undefined {
  try {
    return storage().getItem(KEY) ?? undefined
  } catch {
    return undefined
  }
}
/**
 * The store of the office that this tab works in: its own choice, else the last one of any tab. A worker is told
 * it as its name.
 */
export function storeName(): string {
  if (typeof window !== 'undefined')
    return kept(() => sessionStorage) ?? kept(() => localStorage) ?? FIRST_STORE
  return (typeof self !== 'undefined' && self.name) || FIRST_STORE
}
/** This tab, and tabs that are opened from now on, work in that office; it begins anew with it. */
export function goToStore(store: string): void {
  sessionStorage.setItem(KEY, store)
  localStorage.setItem(KEY, store)
  location.assign('/')
}
