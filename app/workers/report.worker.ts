import { expose } from 'comlink'
import { reportWork } from '~/data/reports/reportWork'

expose(reportWork)
