/** So long until what could not be fetched is asked for again. */
const AGAIN_MS = 2000

/**
 * A stylesheet that could not be fetched while the server was gone is fetched again, and is there before the
 * next page: what loads the code of a page asks for each file once, and would leave the page without its looks.
 */
export default defineNuxtPlugin(() => {
  const missing = new Set<string>()
  let waiting: ReturnType<typeof setTimeout> | undefined

  /** Asks for it once more; done when there is an answer, whatever it is. */
  const fetchAgain = (href: string): Promise<void> =>
    new Promise(done => {
      const link = document.createElement('link')
      Object.assign(link, { rel: 'stylesheet', crossOrigin: '', href })
      link.onload = () => {
        missing.delete(href)
        done()
      }
      link.onerror = () => done()
      document.head.append(link)
    })
  let trying: Promise<unknown> | undefined
  /** Asks for all of them; who comes meanwhile waits for the same answers. */
  async function tryAll(): Promise<void> {
    clearTimeout(waiting)
    waiting = undefined
    trying ??= Promise.all([...missing].map(fetchAgain)).finally(() => (trying = undefined))
    await trying
  }

  document.addEventListener(
    'error',
    ({ target }) => {
      if (!(target instanceof HTMLLinkElement) || target.rel !== 'stylesheet') return
      target.remove()
      missing.add(target.href)
      waiting ??= setTimeout(tryAll, AGAIN_MS)
    },
    true,
  )
  useRouter().beforeResolve(tryAll)
})
