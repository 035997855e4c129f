import { shallowRef } from 'vue'

/** A file that was given on another page and is a table: Import takes it up as it opens. */
export const handedFile = shallowRef<File>()
