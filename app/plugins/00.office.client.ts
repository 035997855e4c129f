import { leaveRemoved } from '~/data/offices'

/** A tab whose office was removed in another goes to one that is there, before anything is read. */
export default defineNuxtPlugin(async () => {
  await leaveRemoved()
})
