import { mergeConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'
import base from './vitest.config'

/** Tests of the decisions first, whole offices last: most changes are noticed before these begin. */
class DecisionsFirst extends BaseSequencer {
  async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const late = (file: TestSpecification): number => Number(file.moduleId.includes('/core/office/'))
    return [...files].sort((a, b) => late(a) - late(b) || a.moduleId.localeCompare(b.moduleId))
  }
}

/**
 * Tests that a change of the decisions is held against: quick enough to be run some thousand times. Files share
 * their modules, which a third of the time goes into otherwise; damaged backups say nothing of decisions.
 */
const quick = {
  test: { env: { DESK_SEEDS: '12' }, isolate: false, sequence: { sequencer: DecisionsFirst } },
}
const config = mergeConfig(base, quick)
config.test!.include = [
  'core/{base,money,numbers,accounts,payees,bills,payments,runs,checks,ledger,office}/**/*.test.ts',
]
config.test!.exclude = ['core/office/backup/backup.test.ts']
export default config
