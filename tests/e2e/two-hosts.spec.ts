import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser } from '@playwright/test'
import { CHROMIUM_LAUNCH } from '../../scripts/chromium'
import { joins, lotOf, meet, note } from './group-support'
import { expect, test, visit } from './support'

/* The shed over a network: this machine serves, and a browser on another host of the same network joins. */
const PORT = Number(process.env.E2E_PORT ?? 4311) + 60
const HOST = 'hephaestal-host'
const [HERE, THERE] = ['192.168.217.1', '192.168.217.2']
const folder = mkdtempSync(join(tmpdir(), 'hosts-'))

const ip = (...words: string[]) => execFileSync('ip', words, { stdio: 'pipe' })
/** A second host: a network of its own, and a cable to it. */
function makeHost(): string | null {
  try {
    ip('netns', 'add', HOST)
    ip('link', 'add', 'heph0', 'type', 'veth', 'peer', 'name', 'heph1')
    ip('link', 'set', 'heph1', 'netns', HOST)
    ip('addr', 'add', `${HERE}/24`, 'dev', 'heph0')
    ip('link', 'set', 'heph0', 'up')
    for (const words of [
      ['addr', 'add', `${THERE}/24`, 'dev', 'heph1'],
      ['link', 'set', 'heph1', 'up'],
      ['link', 'set', 'lo', 'up'],
    ])
      ip('-n', HOST, ...words)
    return null
  } catch (error) {
    return (error as Error).message.split('\n')[0]!
  }
}
function dropHost(): void {
  for (const words of [
    ['netns', 'delete', HOST],
    ['link', 'delete', 'heph0'],
  ])
    try {
      ip(...words)
    } catch {
      // It was never there.
    }
}

let running: ChildProcess | null = null
let there: Browser | null = null
test.use({ ignoreHTTPSErrors: true })
test.afterAll(async () => {
  await there?.close()
  running?.kill()
  dropHost()
  rmSync(folder, { recursive: true, force: true })
})

test('a phone on another host begins with the terminal’s code, the desk joins by its address, the cable is pulled @long', async ({
  page,
}) => {
  dropHost()
  const why = makeHost()
  test.skip(why !== null, `no second host can be made here: ${why}`)
  let said = ''
  running = spawn('node', ['scripts/start.mjs', '--shed'], {
    env: { ...process.env, PORT: String(PORT), HEPHAESTAL_SHED_DIR: folder },
  })
  running.stdout!.on('data', (part: Buffer) => (said += part.toString()))
  await expect.poll(() => said, { timeout: 30_000 }).toContain('Ctrl C stops it')
  const code = /begin a shared yard from a device is ([\w-]+);/.exec(said)![1]!

  const wrapper = join(folder, 'chromium-there')
  const { executablePath = '/usr/bin/chromium' } = CHROMIUM_LAUNCH as { executablePath?: string }
  writeFileSync(wrapper, `#!/bin/sh\nexec ip netns exec ${HOST} ${executablePath} "$@"\n`)
  chmodSync(wrapper, 0o755)
  there = await chromium.launch({ ...CHROMIUM_LAUNCH, executablePath: wrapper })
  const context = await there.newContext({
    ignoreHTTPSErrors: true,
    serviceWorkers: 'block',
    locale: 'en-IE',
  })
  const phone = await context.newPage()
  await phone.goto(`https://${HERE}:${PORT}/?yard=demo`)
  await expect(phone.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await visit(phone, '/group')
  await phone.getByLabel('Name of this device').fill('Phone')
  await phone.getByLabel('Code from the terminal').fill('WRNG-WRNG-WRNG')
  await phone.getByRole('button', { name: 'Start with this yard' }).click()
  await expect(phone.getByRole('alert')).toContainText('not the code in the terminal')
  await expect(async () => {
    await phone.getByLabel('Code from the terminal').fill(code.toLowerCase())
    await phone.getByRole('button', { name: 'Start with this yard' }).click()
    await expect(phone.getByTestId('group-standing')).toContainText('Add the next device', { timeout: 3000 })
  }).toPass({ timeout: 30_000 })

  await phone.getByRole('button', { name: 'Add a device' }).click()
  const link = await phone.getByTestId('invitation').inputValue()
  expect(link).toMatch(new RegExp(`^https://${HERE.replaceAll('.', '\\.')}:${PORT}/join#in=`))
  await expect(phone.getByText(/trust the server’s certificate first/)).toContainText(`http://${HERE}:`)
  await phone.keyboard.press('Escape')
  await page.goto(link.replace(HERE, 'localhost'))
  await joins(page, 'Desk')
  await page.waitForURL('**/')
  await meet(page, phone)
  // The desk's own name for itself is of no use to others: it shows the network's.
  await visit(page, '/group')
  await page.getByRole('button', { name: 'Add a device' }).click()
  await expect(page.getByTestId('invitation')).toHaveValue(
    new RegExp(`^https://${HERE.replaceAll('.', '\\.')}:`),
  )
  await page.keyboard.press('Escape')

  ip('link', 'set', 'heph0', 'down')
  await note(page, 'Tin bar', 'While the cable was out')
  await note(phone, 'Pewter scraps', 'On the far side')
  ip('link', 'set', 'heph0', 'up')
  await phone.evaluate(() => window.dispatchEvent(new Event('online')))
  await meet(page, phone)
  expect(await lotOf(phone, 'Tin bar')).toMatchObject({ note: 'While the cable was out' })
  expect(await lotOf(page, 'Pewter scraps')).toMatchObject({ note: 'On the far side' })
})
