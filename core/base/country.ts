/** Countries whose checks we know the customs of. */
export const countries = ['US', 'CA', 'IN', 'GB'] as const
export type Country = (typeof countries)[number]
export const countryNames: Readonly<Record<Country, string>> = { US: 'United States', CA: 'Canada', IN: 'India', GB: 'United Kingdom' }
