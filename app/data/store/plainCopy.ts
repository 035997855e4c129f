/**
 * A copy of plain data without Vue's wrapping, however deep that lies: `structuredClone(toRaw())` unwraps
 * the outermost object alone and fails on the others. Values that JSON does not know are lost.
 */
export const plainCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
