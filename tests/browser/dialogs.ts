import type { Locator, Page } from '@playwright/test'
import type { Desk } from './fixtures'

type Way = (desk: Desk, page: Page) => Promise<Locator>
const button = (name: string, within?: (page: Page) => Locator): Way => {
  return async (_, page) => (within?.(page) ?? page).getByRole('button', { name, exact: true }).first()
}
/** The class that most of this is looked at in. */
export const firstClass = (view: string) => async (desk: Desk, page: Page) => {
  await desk.openClass('Earth Systems 7A')
  if (view) await page.getByRole('navigation', { name: 'Views of the class' }).getByRole('link', { name: view }).click()
}

/** Each file with a dialog: where it is, and what opens it by Enter (or a key, on a cell). */
export const dialogs: Record<string, { at?: (desk: Desk, page: Page) => Promise<unknown>; by: Way; key?: string }> = {
  'frame/FindDialog.vue': { at: firstClass(''), by: button('Find or do Ctrl K') },
  'frame/KeysDialog.vue': { by: button('? all keys') },
  'gradebook/FillDialog.vue': { by: button('Fill') },
  'gradebook/FilesDialog.vue': { by: button('Files') },
  'gradebook/RemoveDialog.vue': {
    at: async (_, page) => page.getByRole('columnheader', { name: /Delta model/ }).click(),
    by: button('Delete', (page) => page.getByRole('complementary', { name: 'Margin' })),
  },
  'gradebook/CopyAssignmentDialog.vue': {
    by: button('To other classes', (page) => page.getByRole('complementary', { name: 'Margin' })),
  },
  'plan/CopyPlanDialog.vue': { at: firstClass('Plan'), by: button('Copy a plan') },
  'plan/AddCategoryDialog.vue': { by: button('Add a category to several classes') },
  'plan/SamePeriodsDialog.vue': { by: button('Several periods at once') },
  'plan/ScaleDialog.vue': { by: button('Edit or make a scale') },
  'plan/PlanCategories.vue': {
    by: button('Delete Field notes'),
  },
  'close/DeclareBar.vue': { at: firstClass('Close the term'), by: button('Declare Quarter 2') },
  'close/StatementDialog.vue': { by: button('Class statement') },
  'close/ManyDialog.vue': { by: button('The same for many') },
  'close/BringRemarksDialog.vue': { by: button('Bring over') },
  'bank/EntryDialog.vue': {
    at: async (_, page) => page.getByRole('link', { name: 'Comment bank', exact: true }).click(),
    by: button('New entry'),
  },
  'proficiency/LevelFillDialog.vue': {
    at: firstClass('Proficiency'),
    by: async (desk) => {
      const cell = desk.cell('Bekele, Dawit', 'ES.1:')
      await cell.click()
      return cell
    },
    key: 'f',
  },
  'sheet/WantedDialog.vue': {
    // In a class of its own: its levels are of no account to the dialogs that come after it.
    at: async (desk) => {
      await desk.openClass('Earth Systems 7C')
      await desk.view('Proficiency')
    },
    by: async (desk, page) => {
      await desk.cell((await desk.names())[0]!, 'ES.1:').click()
      // One of two levels three apart is not what the evidence says.
      await desk.typeDown(['1', '4'])
      return page.getByRole('button', { name: /reasons? wanted/ })
    },
  },
  'proficiency/LevelScaleDialog.vue': {
    at: async (desk, page) => {
      await firstClass('Proficiency')(desk, page)
      await page.getByRole('link', { name: 'Standards', exact: true }).click()
    },
    by: button('make one of my own from it'),
  },
  'proficiency/StandardDialog.vue': { by: button('Add a standard') },
  '[standard].vue': {
    at: async (desk, page) => {
      await firstClass('Proficiency')(desk, page)
      await page.getByRole('columnheader', { name: /^ES\.1:/ }).click()
      await desk.margin.getByRole('link', { name: 'Across the class' }).click()
    },
    by: button('Work for them'),
  },
}
