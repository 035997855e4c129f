/** A file of the program that is not there any more: never kept as if it were. */
export default defineEventHandler(event => {
  setResponseHeader(event, 'Cache-Control', 'no-store')
  throw createError({ statusCode: 404 })
})
