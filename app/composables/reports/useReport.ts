import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { idOf, type Id } from '#core/base/id'
import { parseAmount } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { usualThreshold } from '#core/reports/tables/form1099'
import type { Report } from '#core/reports/tables/report'
import type { ReportName } from '~/data/reports/reportNames'
import { makeReport, saveReport, type ReportAsk } from '~/data/reports/reports'
import { localToday, useOffice } from '~/stores/office'
import { dayTyped } from '../base/dayRange'

const thresholdKey = (year: number): string => `violet-lane 1099 threshold ${year}`

/** The threshold of a year as it was last typed, or the usual one. */
export const thresholdOf = (year: number): string =>
  localStorage.getItem(thresholdKey(year)) ?? figures(usualThreshold(year))

/** What a report is asked for: days as typed, a year, a threshold, one account or all. */
export interface ReportForm {
  accountId: string
  from: string
  to: string
  year: number
  threshold: string
}
/** A form to begin with; the days are this year, or what the address says. */
export function newReportForm(query: Readonly<Record<string, unknown>>): ReportForm {
  const year = Number(localToday().slice(0, 4))
  return {
    accountId: typeof query.account === 'string' ? query.account : '',
    from: `1/1/${year}`,
    to: '',
    year,
    threshold: thresholdOf(year),
  }
}

/** A report that is made anew whenever what it is asked for changes, and saved as it is shown. */
export function useReport(
  name: Readonly<Ref<ReportName>>,
  companyId: Readonly<Ref<Id<'company'> | undefined>>,
  form: Readonly<Ref<ReportForm>>,
  runId: Id<'run'> | undefined,
) {
  const office = useOffice()
  const from = computed(() => dayTyped(form.value.from))
  const to = computed(() => dayTyped(form.value.to))
  const threshold = computed(() => parseAmount(form.value.threshold, 'threshold'))
  const faults = computed(() => ({
    from: from.value.fault,
    to:
      to.value.fault ||
      (from.value.day && to.value.day && to.value.day < from.value.day
        ? 'This is before the first day.'
        : ''),
    threshold: threshold.value.ok ? '' : threshold.value.refusal.text,
  }))
  const ask = computed<ReportAsk | undefined>(() => {
    if (!companyId.value || Object.values(faults.value).some(Boolean) || !threshold.value.ok) return undefined
    const { accountId, year } = form.value
    return {
      ...{ name: name.value, companyId: companyId.value, year, threshold: threshold.value.value },
      ...{ days: { from: from.value.day, to: to.value.day }, today: localToday() },
      ...(accountId && { accountId: idOf<'account'>(accountId) }),
      ...(runId && { runId }),
    }
  })
  const report = shallowRef<Report>()
  const fault = ref('')
  const making = ref(false)
  let turn = 0
  async function make(): Promise<void> {
    const [asked, mine] = [ask.value, ++turn]
    if (!asked) return
    making.value = true
    try {
      const made = await makeReport(asked)
      if (mine !== turn) return
      report.value = made
      fault.value = ''
    } catch (error) {
      if (mine === turn) fault.value = `The report could not be made: ${(error as Error).message}.`
    }
    if (mine === turn) making.value = false
  }
  watch(() => JSON.stringify(ask.value), make, { immediate: true })
  watch(
    () => form.value.threshold,
    text => threshold.value.ok && localStorage.setItem(thresholdKey(form.value.year), text),
  )
  const saving = ref(false)
  async function save(company: string, as: 'pdf' | 'csv' | 'xlsx'): Promise<void> {
    const of = report.value
    if (!of || saving.value) return
    saving.value = true
    try {
      await saveReport(of, company, as)
      office.said = `Saved ${of.name}.${as}.`
    } catch (error) {
      fault.value = `The report could not be saved: ${(error as Error).message}.`
    }
    saving.value = false
  }
  return { report, faults, fault, making, save, saving, make }
}
