import { expose } from 'comlink'
import { statementWork } from '~/data/bank/statementWork'

expose(statementWork)
