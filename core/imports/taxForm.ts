const yes = /^(y|yes|true|1|x|1099.*)$/i
const no = /^(n|no|false|0|none)?$/i

/** Whether something is on the 1099, as a file says it; blank: it is not. Undefined where it says neither. */
export const readTaxForm = (text: string): '1099' | 'none' | undefined =>
  yes.test(text.trim()) ? '1099' : no.test(text.trim()) ? 'none' : undefined
