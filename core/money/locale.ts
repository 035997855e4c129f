/** Locales of printed checks: the language of words and captions, and the grouping of figures. */
export const locales = ['en-US', 'en-CA', 'fr-CA', 'es-US', 'en-GB', 'en-IN'] as const
export type Locale = (typeof locales)[number]
/** Languages in which an amount can be written in words. */
export const languages = ['en', 'fr', 'es'] as const
export type Language = (typeof languages)[number]

/** The language of a locale, without its country. */
export const languageOf = (locale: Locale): Language =>
  locale === 'fr-CA' ? 'fr' : locale === 'es-US' ? 'es' : 'en'

const spoken: Readonly<Record<Language, Locale>> = { en: 'en-US', fr: 'fr-CA', es: 'es-US' }
/** The locale of a check in a language of its own; one of the layout's country where there is one. */
export function localeIn(language: Language | undefined, of: Locale): Locale {
  if (!language || languageOf(of) === language) return of
  return language === 'en' && of === 'fr-CA' ? 'en-CA' : spoken[language]
}
