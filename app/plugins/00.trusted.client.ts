interface Policies {
  createPolicy(name: string, rules: { createScriptURL(url: string): string | null }): unknown
}
/** Addresses of the program's own files that run: those of workers, and what keeps the program here. */
const OWN = /^\/(?:_nuxt\/|sw\.js$)/

/**
 * The page's policy lets no text become code or markup. What is made of an address is a worker: of our own files
 * alone. It comes before all that begins one.
 */
export default defineNuxtPlugin({
  name: 'trusted',
  enforce: 'pre',
  setup() {
    const { trustedTypes } = window as { readonly trustedTypes?: Policies }
    trustedTypes?.createPolicy('default', {
      createScriptURL(text) {
        const url = new URL(text, location.href)
        return url.origin === location.origin && OWN.test(url.pathname) ? text : null
      },
    })
  },
})
