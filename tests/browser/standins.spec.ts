import { audit } from './audit'
import { expect, test } from './fixtures'

test('the stand-ins’ page shows what arrived, by kind, and takes its switches', async ({ page, product, desk }) => {
  await desk.openClass('Earth Systems 7A')
  await page.goto(product.standins)
  const sis = page.getByRole('region', { name: 'The district' })
  await expect(sis.getByRole('tab', { name: /^Roster/ })).toContainText(/[1-9]/)
  await sis.getByRole('tab', { name: /^Results/ }).click()
  await expect(sis.getByRole('tabpanel', { name: 'Results, The district' })).toBeVisible()
  await sis.getByText('Behaves').click()
  await sis.getByLabel('Fail so many requests').fill('2')
  await sis.getByRole('button', { name: 'Set' }).click()
  await expect(sis.getByText('fails the next 2')).toBeVisible()
  expect(await (await fetch(`${product.standins}/sis/faults`)).json()).toMatchObject({ fail: 2 })
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme })
    await audit(page)
  }
  await sis.getByRole('button', { name: 'Behave', exact: true }).click()
  await expect(sis.getByText('Behaves')).toBeVisible()
})
