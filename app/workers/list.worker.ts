import { expose } from 'comlink'
import { listWork } from '~/data/listWork'

expose(listWork)
