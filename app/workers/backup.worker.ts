import { expose } from 'comlink'
import { backupWork } from '~/data/backups/backupWork'

expose(backupWork)
