import { Acts } from './acts'
import { db } from './db'

const operatorKey = 'violet-lane operator'
/** Who works at this browser; stands in every trail line. */
export const operatorName = (): string => localStorage.getItem(operatorKey) ?? 'Clerk'
export const setOperatorName = (name: string): void => localStorage.setItem(operatorKey, name.trim().slice(0, 60) || 'Clerk')

/** The acts of this browser, one office for all its tabs. */
export const acts = new Acts(db, navigator.locks, () => ({ at: new Date().toISOString(), by: operatorName() }))
