import { expose } from 'comlink'
import { intakeWork } from '~/data/imports/importWork'

expose(intakeWork)
