/** Characters that no XML may hold: half of a pair, and most of those that control something. */
const UNFIT = /[^\P{Cc}\t\n\r]|[\ufffe\uffff]|\p{Surrogate}/gu
/** Text as it stands in XML, between tags or in an attribute. */
export const xmlText = (text: string): string =>
  text
    .replaceAll(UNFIT, '\ufffd')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')

/** An element with what is in it, which is XML already. Attributes are given with their name: `Amt Ccy="USD"`. */
export const element = (name: string, ...inner: readonly string[]): string =>
  `<${name}>${inner.join('')}</${name.split(' ', 1)[0]}>`
