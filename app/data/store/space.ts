/** How much room the store takes, how much is left, in bytes, and whether the browser keeps it come what may. */
export interface Space {
  readonly used: number
  readonly free: number
  readonly kept: boolean
}
/** Reads the room that this browser gives; undefined where it does not say. */
export async function readSpace(): Promise<Space | undefined> {
  const { usage, quota } = await navigator.storage.estimate()
  if (usage === undefined || quota === undefined) return undefined
  return { used: usage, free: Math.max(0, quota - usage), kept: await navigator.storage.persisted() }
}
/** Asks the browser never to clear the store by itself. Gives whether it promised. */
export const askToKeep = (): Promise<boolean> => navigator.storage.persist()
