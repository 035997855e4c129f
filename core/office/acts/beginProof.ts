import { howMany } from '../../base/howMany'
import { good } from '../../base/result'
import { act } from '../defineAct'
import { LIBRARY } from '../lookups'
import { tableNames } from '../tables'

/** From here on each line of the trail answers for all rows. For an office whose trail is older than that. */
export const beginProof = act({
  lock: async (_: object) => LIBRARY,
  reads: tableNames,
  writes: [],
  evenHandedOver: true,
  beginsProof: true,
  gather: async reading => ({ payments: (await reading.all('payments')).length }),
  decide: ({ payments }) =>
    good({
      changes: {},
      trail: {
        act: 'Proof begun',
        text: `Every row is under proof from here on, ${howMany(payments, 'payment')} among them.`,
        about: {},
      },
    }),
})
