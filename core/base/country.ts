/** Countries whose checks we know the customs of. */
export const countries = ['US', 'CA', 'IN', 'GB'] as const
export type Country = (typeof countries)[number]
/** Whether dates are written with the day first: 5/12 is 5 December. */
export const dayFirstIn = (country: Country): boolean => country === 'IN' || country === 'GB'
/** Countries as they are named on the screen. */
export const countryNames: Readonly<Record<Country, string>> = {
  US: 'United States',
  CA: 'Canada',
  IN: 'India',
  GB: 'United Kingdom',
}
