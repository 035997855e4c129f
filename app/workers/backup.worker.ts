import { expose } from 'comlink'
import { backupWork } from '~/data/backupWork'

expose(backupWork)
