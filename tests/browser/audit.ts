import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect } from './fixtures'

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']

/** What to look at on a page; all of it, by all rules, unless stated. */
interface AuditOptions {
  include?: string
  exclude?: string
  /** WCAG 2.2 AA, or only contrast, which is all that a dark scheme changes. */
  rules?: 'wcag' | 'contrast'
}

/**
 * Expects that axe finds nothing wrong on the page.
 *
 * Only violations leave the page, and axe stays in it: on a sheet of a thousand cells, sending everything that passed took
 * longer than checking it.
 */
export async function audit(page: Page, { include, exclude, rules }: AuditOptions = {}): Promise<void> {
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] })
  if (include) axe.include(include)
  if (exclude) axe.exclude(exclude)
  if (rules === 'wcag') axe.withTags(WCAG)
  if (rules === 'contrast') axe.withRules(['color-contrast'])
  const { violations } = await axe.analyze()
  expect(
    violations.map((each) => [
      each.id,
      ...each.nodes.slice(0, 3).map((node) => `${node.target.join(' ')} ${node.any[0]?.message ?? ''}`),
    ]),
  ).toEqual([])
}

/** The same on a screen that is looked at in both schemes. */
export async function auditScheme(page: Page): Promise<void> {
  const dark = await page.evaluate(() => matchMedia('(prefers-color-scheme: dark)').matches)
  await audit(page, { rules: dark ? 'contrast' : 'wcag' })
}
