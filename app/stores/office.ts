import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { plainDate, type PlainDate } from '#core/base/dates'
import { must } from '#core/base/result'
import { units, type Unit } from '#core/paper/length'

const themeKey = 'violet-lane theme'
const drawKey = 'violet-lane draw details'
const unitKey = 'violet-lane unit'
const singleKeysKey = 'violet-lane single keys'
export type ThemeName = 'light' | 'dark'

/** Today's date where the clerk sits. */
export function localToday(): PlainDate {
  const d = new Date()
  return must(
    plainDate(
      `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`,
    ),
  )
}

/** What a person chose for this browser, kept over reloads. */
export const useOffice = defineStore('office', () => {
  const theme = ref<ThemeName>(localStorage.getItem(themeKey) === 'dark' ? 'dark' : 'light')
  const unit = ref<Unit>(units.find(u => u === localStorage.getItem(unitKey)) ?? 'in')
  /** Whether the form of a check shows what is seldom changed. */
  const drawDetails = ref(localStorage.getItem(drawKey) === 'open')
  /** Whether `/` and `?` act on any page. */
  const singleKeys = ref(localStorage.getItem(singleKeysKey) !== 'off')
  watch(theme, name => localStorage.setItem(themeKey, name))
  watch(unit, name => localStorage.setItem(unitKey, name))
  watch(drawDetails, open => localStorage.setItem(drawKey, open ? 'open' : ''))
  watch(singleKeys, on => localStorage.setItem(singleKeysKey, on ? '' : 'off'))
  /** A sentence about what was just done, read out and shown for a while. */
  const said = ref('')
  /** Whether the manual is open beside the page. */
  const help = ref(false)
  /** How many acts are under way on this page. */
  const acting = ref(0)
  return { theme, unit, drawDetails, singleKeys, said, help, acting }
})
