/** Locales of printed checks: the language of words and captions, and the grouping of figures. */
export const locales = ['en-US', 'en-CA', 'fr-CA', 'es-US', 'en-GB', 'en-IN'] as const
export type Locale = (typeof locales)[number]
export type Language = 'en' | 'fr' | 'es'

export const languageOf = (locale: Locale): Language =>
  locale === 'fr-CA' ? 'fr' : locale === 'es-US' ? 'es' : 'en'
