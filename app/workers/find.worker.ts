import { expose } from 'comlink'
import { findWork } from '~/data/find/findWork'

expose(findWork)
