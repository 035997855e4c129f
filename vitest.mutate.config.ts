import { mergeConfig } from 'vitest/config'
import base from './vitest.config'

/** Tests that a change of the decisions is held against: quick enough to be run some thousand times. */
const quick = {
  test: { env: { DESK_SEEDS: '40' } },
}
const config = mergeConfig(base, quick)
config.test!.include = ['core/{base,money,books,runs,ledger,payables,office}/**/*.test.ts']
export default config
