import { expose } from 'comlink'
import { importWork } from '~/data/imports/importWork'

expose(importWork)
