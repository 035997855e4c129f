import { promiseTimeout } from '@vueuse/core'
import { whenIdle } from '~/composables/base/useLater'
import { screenFollows } from '~/composables/base/useLive'
import { fetchActs } from '~/data/store/ownOffice'
import { useOffice } from '~/stores/office'

/** So long nobody is disturbed in what they came for. */
const REST_MS = 2000

/**
 * The code of the acts and of every page is fetched once the first view stands, so that going on needs no
 * server. Where a page cannot be fetched all the same, the one that is there stays, with what was typed, and
 * it is said why.
 */
export default defineNuxtPlugin(nuxt => {
  const router = useRouter()
  onNuxtReady(async () => {
    await screenFollows()
    // What is not on the first view does not come before it.
    await new Promise<void>(whenIdle)
    await fetchActs()
    // Where the program is kept by the browser, every page is here already.
    if (navigator.serviceWorker?.controller) return
    await promiseTimeout(REST_MS)
    for (const { path } of router.getRoutes()) {
      await new Promise<void>(whenIdle)
      await preloadRouteComponents(path.replaceAll(/:[^/]+/g, 'x')).catch(() => {})
    }
  })
  nuxt.hook('app:chunkError', () => {
    useOffice().said = 'That page could not be loaded because the server does not answer.'
  })
})
