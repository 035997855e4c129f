/** A file of the program that is not there any more: never answered, nor kept, as if it were. */
export default defineEventHandler(() => {
  throw createError({ statusCode: 404 })
})
