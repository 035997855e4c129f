import { expose } from 'comlink'
import { auditWork } from '~/data/audit/auditWork'

expose(auditWork)
