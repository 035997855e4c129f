/** Says that the server is up. */
export default defineEventHandler(() => ({ ok: true }))
