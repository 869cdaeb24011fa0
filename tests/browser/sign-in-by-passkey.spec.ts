import { expect, test } from '@playwright/test'
import { accessible, joinAs } from './help'

test('a passkey is added, signs in without a password, and signs nobody in once it is taken off', async ({ browser, baseURL }) => {
  // bound to a name: at a number there are none (Web Authentication, level 3); the authenticator is the browser's own
  const address = (baseURL ?? '').replace('127.0.0.1', 'localhost')
  const context = await browser.newContext({ baseURL: address })
  const page = await context.newPage()
  const account = { mail: 'passkey@shore.example', name: 'Passkey', password: 'long enough to keep' }
  await joinAs(page, address, account)
  const cdp = await context.newCDPSession(page)
  await cdp.send('WebAuthn.enable')
  await cdp.send('WebAuthn.addVirtualAuthenticator', { options: {
    protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true, isUserVerified: true,
    automaticPresenceSimulation: true,
  } })
  await page.goto('/account')
  await page.locator('html[data-hydrated]').waitFor()
  await page.getByLabel('What the passkey is called').fill('my telephone')
  await page.getByLabel('Your password, to add a passkey').fill('not this one')
  await page.getByRole('button', { name: 'Add a passkey' }).click()
  await expect(page.getByText('The password is not right; nothing was changed.')).toBeVisible()
  await page.getByLabel('Your password, to add a passkey').fill(account.password)
  await page.getByRole('button', { name: 'Add a passkey' }).click()
  await expect(page.getByRole('row', { name: /my telephone .* never/ })).toBeVisible()
  await accessible(page)
  const signIn = async () => {
    await page.getByRole('button', { name: 'Sign out' }).click()
    await page.getByRole('button', { name: 'With a passkey' }).click()
  }
  await signIn()
  await page.getByRole('heading', { name: /^Your briefs/ }).waitFor()
  await page.goto('/account')
  await page.locator('html[data-hydrated]').waitFor()
  await expect(page.getByRole('heading', { name: 'Passkey', exact: true })).toBeVisible()
  await expect(page.getByRole('row', { name: /my telephone/ })).not.toContainText('never')
  await page.getByRole('button', { name: 'Take my telephone off' }).click()
  await expect(page.getByText('That passkey signs nobody in any more.')).toBeVisible()
  await signIn()
  await expect(page.getByText('This passkey is not known here. Sign in with the password.')).toBeVisible()
  // at a number it is not offered
  await page.goto(`${baseURL}/sign-in`)
  await page.locator('html[data-hydrated]').waitFor()
  await expect(page.getByRole('button', { name: 'With a passkey' })).toBeHidden()
  await context.close()
})
