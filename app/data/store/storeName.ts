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
/** This tab stays in its office over a reload, whatever another tab chooses. */
export const pinStore = (store: string): void => sessionStorage.setItem(KEY, store)
/**
 * This tab works in that office, and begins anew with it; tabs that are opened from now on do so too where it was
 * chosen for them. */
export function goToStore(store: string, alsoNewTabs = true): void {
  sessionStorage.setItem(KEY, store)
  if (alsoNewTabs) localStorage.setItem(KEY, store)
  location.assign('/')
}
