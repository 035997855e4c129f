import { leaveRemoved, storeHere } from '~/data/office/offices'
import { storeProblem } from '~/data/store/storeCheck'
import { pinStore } from '~/data/store/storeName'

/**
 * Before anything is read: a browser that keeps nothing, or a store that this version cannot work on, is shown as
 * such and left alone; a tab whose office was removed in another goes to one that is there.
 */
export default defineNuxtPlugin(async () => {
  const problem = await storeProblem()
  if (problem) showError({ statusCode: 500, message: problem, data: { problem }, fatal: true })
  else if (!(await leaveRemoved())) pinStore(storeHere)
})
