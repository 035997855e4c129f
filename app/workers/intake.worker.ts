import { expose } from 'comlink'
import { intakeWork } from '~/data/intakeWork'

expose(intakeWork)
