/**
 * The faces that ship for the paper. Their outlines are in `ttf/`, their measures in `measures.json` (made by
 * `npm run faces`), which whoever only names a face need not read.
 */
export const faceNames = ['sans', 'sans-bold', 'serif', 'serif-bold'] as const
export type FaceName = (typeof faceNames)[number]
