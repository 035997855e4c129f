import { payable, type Cents } from './cents'
import { good, type Result } from '../base/result'

const small = ['', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve', 'thirteen',
  'fourteen', 'fifteen', 'sixteen', 'seventeen', 'eighteen', 'nineteen']
const tens = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety']
const groups = ['', ' thousand', ' million']

function belowThousand(n: number): string {
  const hundreds = n >= 100 ? `${small[Math.floor(n / 100)]} hundred` : ''
  const rest = n % 100
  const last = rest < 20 ? small[rest] : `${tens[Math.floor(rest / 10)]}${rest % 10 ? `-${small[rest % 10]}` : ''}`
  return [hundreds, last].filter(Boolean).join(' ')
}

/**
 * The amount in words for en-US, as on a check: `One thousand two hundred thirty-four and 56/100 dollars`.
 * Refuses zero, negative and more than 999,999,999.99.
 */
export function words(amount: Cents, currencyName = 'dollars'): Result<string> {
  const checked = payable(amount)
  if (!checked.ok) return checked
  let whole = Math.floor(amount / 100)
  const parts: string[] = []
  for (const group of groups) {
    if (whole % 1000) parts.unshift(belowThousand(whole % 1000) + group)
    whole = Math.floor(whole / 1000)
  }
  const text = `${parts.join(' ') || 'zero'} and ${String(amount % 100).padStart(2, '0')}/100 ${currencyName}`
  return good(text.charAt(0).toUpperCase() + text.slice(1))
}
