import { expose } from 'comlink'
import { listWork } from '~/data/files/listWork'

expose(listWork)
