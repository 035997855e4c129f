/**
 * Rows of long lists have plain links, since a component for each takes longer than all else in the row: a press on
 * one opens its page within the program, as any other link does.
 */
export default defineNuxtPlugin(() => {
  const router = useRouter()
  document.addEventListener('click', event => {
    const isPlain = event.button === 0 && !event.ctrlKey && !event.metaKey && !event.shiftKey && !event.altKey
    if (!isPlain || event.defaultPrevented || !(event.target instanceof Element)) return
    const link = event.target.closest('a[href^="/"]:not([download], [target])')
    const to = link?.getAttribute('href')
    if (!to || to.startsWith('/api/')) return
    event.preventDefault()
    void router.push(to)
  })
})
