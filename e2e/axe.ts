import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

const everyLevel = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice', 'experimental']

interface Violation {
  readonly id: string
  readonly nodes: readonly {
    readonly html: string
    readonly any: readonly { readonly message: string }[]
  }[]
}
/**
 * A list that a field opens is walked with the arrow keys from the field. axe knows it by the field's `aria-controls`,
 * and Vuetify names the box around it there.
 */
const isListOfField = (v: Violation): boolean =>
  v.id === 'scrollable-region-focusable' &&
  v.nodes.every(n => /^<div class="v-list [^>]*role="listbox"/.test(n.html))

/** What axe finds on the page as it stands, by all its rules: a line for each rule. */
export async function violationsOf(page: Page): Promise<string[]> {
  // Letters on the drawn paper are the picture of a sheet, named as a whole: their contrast is the printer’s.
  const axe = new AxeBuilder({ page })
    .exclude('.sheet svg text')
    .exclude('.sheet-edit text')
    .exclude('svg.check text')
    // No frame here is another origin’s: the page itself is looked at, not a second tab opened for it.
    .setLegacyMode()
  // What lies behind an open dialog is dimmed, and cannot be used.
  if (await page.locator('.v-overlay--active .v-overlay__scrim').count()) axe.exclude('#__nuxt')
  const { violations } = await axe.withTags(everyLevel).analyze()
  return violations
    .filter(v => !isListOfField(v))
    .map(
      v =>
        `${v.id}: ${v.nodes
          .map(n => `${n.html.slice(0, 120)} (${n.any[0]?.message ?? ''})`)
          .slice(0, 3)
          .join(' | ')}`,
    )
}

/** Half faded letters have no contrast: what moves is waited for. */
export const standsStill = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => document.getAnimations().every(a => a.playState !== 'running'))
