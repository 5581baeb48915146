import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  anotherBrowser,
  deskBegins,
  invitationFrom,
  joins,
  logLine,
  lotOf,
  meet,
  note,
  ownServer,
  phoneJoins,
  rawLine,
  undo,
  weigh,
  yardText,
} from './group-support'
import { seeded } from '../support/random-problem'
import { many } from '../support/reliability'
import { expect, stepOn, takeClock, test, visit } from './support'

/* One yard on several devices: browsers of their own against one server on this machine. */
const PORT = Number(process.env.E2E_PORT ?? 4311) + 40
const WEEK_MS = 7 * 24 * 3600 * 1000
/** Made at random by three browsers; many more in `npm run reliability`. */
const CHANGES = many(600, 50)

test('a phone joins by the desk’s code and has the yard; a tick on it shows at the desk', async ({
  page,
  browser,
}) => {
  await deskBegins(page)
  const phone = await phoneJoins(browser, page)
  await expect(page.getByTestId('device').filter({ hasText: 'Phone' })).toContainText('at “The yard”')
  await meet(page, phone)
  await visit(page, '/heat/13/melt')
  await visit(phone, '/heat/13/melt')
  const now = page.getByTestId('now')
  const before = await now.textContent()
  await stepOn(phone)
  await expect(now).not.toHaveText(before!)
  await expect(now).toHaveText((await phone.getByTestId('now').textContent())!)
  await expect(page.getByTestId('there')).toContainText('Phone at step 2 of')
  await phone.reload()
  await expect(phone.getByTestId('now')).toHaveText((await now.textContent())!)
  await expect(page.getByTestId('group-mark')).toContainText('2 online')
  // Who is where is told when it changes, and not for ever in answer to each other.
  let told = 0
  phone.on('websocket', (socket) => socket.on('framesent', () => told++))
  await phone.reload()
  await expect(page.getByTestId('there')).toContainText('Phone at step 2 of')
  await page.waitForTimeout(1500)
  expect(told).toBeLessThan(12)
  await phone.context().close()
  await expect(page.getByTestId('group-mark')).toContainText('1 online')
})

test('the server dies in the middle of a heat; a week alone on both; it comes back and they meet @long', async ({
  page,
  browser,
}) => {
  const groups = mkdtempSync(join(tmpdir(), 'groups-'))
  const server = ownServer(PORT, { HEPHAESTAL_GROUPS_DIR: groups })
  await server.start()
  try {
    await deskBegins(page, server.url)
    const phone = await phoneJoins(browser, page)
    await takeClock(phone)
    await takeClock(page)
    await visit(phone, '/heat/13/melt')
    await stepOn(phone)
    const tin = (await lotOf(page, 'Tin bar'))!.massG
    await meet(page, phone)
    await server.kill()
    await expect(page.getByTestId('group-standing')).toContainText('No connection to your other devices')
    await stepOn(phone)
    await weigh(page, { name: 'Tin bar', byG: -40 })
    await weigh(phone, { name: 'Tin bar', byG: -60 })
    await weigh(phone, { name: 'Tin bar', byG: -5 })
    await undo(phone)
    await note(page, 'Tin bar', 'From the desk')
    await page.clock.fastForward(WEEK_MS)
    await phone.clock.fastForward(WEEK_MS)
    await expect(page.getByTestId('group-standing')).toContainText('changes wait and are sent')
    await server.start()
    await page.clock.fastForward(60_000)
    await phone.clock.fastForward(60_000)
    await meet(page, phone)
    expect(await lotOf(phone, 'Tin bar')).toEqual({ massG: tin - 100, note: 'From the desk' })
    // Each undoes its own.
    await undo(page)
    await undo(page)
    await expect.poll(() => lotOf(phone, 'Tin bar')).toMatchObject({ massG: tin - 60 })
    await meet(page, phone)
    await phone.context().close()
  } finally {
    await server.kill()
    rmSync(groups, { recursive: true })
  }
})

test('with a folder to keep it in, devices that are never on together meet; it holds no readable word @long', async ({
  page,
  browser,
}) => {
  const [groups, keep] = [mkdtempSync(join(tmpdir(), 'groups-')), mkdtempSync(join(tmpdir(), 'keep-'))]
  const server = ownServer(PORT + 1, { HEPHAESTAL_GROUPS_DIR: groups, HEPHAESTAL_KEEP_DIR: keep })
  await server.start()
  const sent: Buffer[] = []
  page.on('websocket', (socket) =>
    socket.on('framesent', ({ payload }) => void sent.push(Buffer.from(payload))),
  )
  try {
    await deskBegins(page, server.url)
    const phone = await phoneJoins(browser, page)
    await meet(page, phone)
    const state = await phone.context().storageState({ indexedDB: true })
    expect(state).toBeTruthy()
    await phone.goto('about:blank')
    await note(page, 'Tin bar', 'A word in between')
    await expect(page.getByTestId('group-standing')).toContainText('wait at the server')
    await page.goto('about:blank')
    await server.kill()
    await server.start()
    await phone.goto(server.url)
    await expect.poll(() => lotOf(phone, 'Tin bar')).toMatchObject({ note: 'A word in between' })
    const lying = readdirSync(keep, { recursive: true, withFileTypes: true })
      .filter((one) => one.isFile())
      .map((one) => readFileSync(join(one.parentPath, one.name)))
    expect(lying.length).toBeGreaterThan(2)
    expect(sent.reduce((sum, { length }) => sum + length, 0)).toBeGreaterThan(10_000)
    const words = [
      'Tin bar',
      'Plumbing offcuts',
      'massG',
      'composition',
      'Demo yard',
      'A word in between',
      'Desk',
    ]
    for (const part of [
      ...lying,
      ...sent,
      readFileSync(
        join(
          groups,
          readdirSync(groups).find((name) => name.endsWith('.json'))!,
        ),
      ),
    ])
      expect(words.filter((word) => part.includes(word))).toEqual([])
    await phone.context().close()
  } finally {
    await server.kill()
    for (const one of [groups, keep]) rmSync(one, { recursive: true })
  }
})

test('a yard that is there already comes along, or is put aside in a snapshot @long', async ({
  page,
  browser,
}) => {
  await deskBegins(page)
  for (const along of [true, false]) {
    const phone = await anotherBrowser(browser, '/stock')
    await phone.goto('/scrap-book')
    await phone.getByLabel('Search the scrap book').fill(along ? 'bell' : 'wheel')
    await phone
      .getByRole('button', { name: /Make it a lot/ })
      .first()
      .click()
    await phone.getByText('Name, price, form and more').click()
    await phone.getByLabel('Name', { exact: true }).fill(along ? 'Church bell' : 'Old taps')
    await phone.getByLabel('Mass', { exact: true }).fill('500 g')
    await phone.getByRole('button', { name: 'Save', exact: true }).click()
    await expect.poll(() => lotOf(phone, along ? 'Church bell' : 'Old taps')).toMatchObject({ massG: 500 })
    await phone.goto(await invitationFrom(page))
    await joins(phone)
    await expect(phone.getByTestId('own-yard')).toContainText('1 lot and 0 heats')
    // The question outlives a reload.
    await phone.reload()
    await phone.getByRole('button', { name: along ? 'Add them' : 'No, use only the group’s yard' }).click()
    await phone.waitForURL('**/')
    await meet(page, phone)
    const words = await yardText(page)
    expect([words.includes('Church bell'), words.includes('Old taps')]).toEqual([true, false])
    await visit(phone, '/backup')
    await expect(phone.getByText('before joining other devices').first()).toBeVisible()
    await phone.context().close()
  }
})

test('the same field changed on both while apart: one word stands, both are asked, one answers @long', async ({
  page,
  browser,
}) => {
  const groups = mkdtempSync(join(tmpdir(), 'groups-'))
  const server = ownServer(PORT + 2, { HEPHAESTAL_GROUPS_DIR: groups })
  await server.start()
  try {
    await deskBegins(page, server.url)
    const phone = await phoneJoins(browser, page)
    await server.kill()
    await note(page, 'Tin bar', 'By the door')
    await note(phone, 'Tin bar', 'Under the bench')
    await weigh(page, { name: 'Pewter scraps', toG: 700 })
    await weigh(phone, { name: 'Pewter scraps', toG: 720 })
    await server.start()
    await expect(page.getByTestId('clash')).toBeVisible()
    await expect(phone.getByTestId('clash')).toBeVisible()
    await meet(page, phone)
    for (let asked = 0; asked < 2; asked++) {
      const question = phone.getByTestId('clash')
      const isNote = (await question.textContent())!.includes('bench')
      const chosen = question.getByRole('button', { name: isNote ? 'Under the bench' : '720' })
      await chosen.click()
      if (asked === 0) await expect(question).toContainText(isNote ? '720' : 'bench')
    }
    await expect(phone.getByTestId('clash')).toBeHidden()
    await expect(page.getByTestId('clash')).toBeHidden()
    await meet(page, phone)
    expect(await lotOf(page, 'Tin bar')).toMatchObject({ note: 'Under the bench' })
    expect(await lotOf(page, 'Pewter scraps')).toMatchObject({ massG: 720 })
    await phone.context().close()
  } finally {
    await server.kill()
    rmSync(groups, { recursive: true })
  }
})

test('a word to the furnace, a call to a heat; a second window speaks through the first @long', async ({
  page,
  browser,
}) => {
  await deskBegins(page)
  const phone = await phoneJoins(browser, page)
  await visit(page, '/heat/13/melt')
  await page.getByRole('button', { name: 'Open it on Phone' }).click()
  await phone.getByRole('button', { name: 'Open it' }).click()
  await phone.waitForURL('**/heat/13/melt')
  await page.getByLabel('Message to the furnace').fill('Tin is 3 g short, add it')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByTestId('whisper-waits')).toContainText('Tin is 3 g short')
  await expect(phone.getByTestId('whisper')).toContainText('Tin is 3 g short, add it')
  await phone.reload()
  await phone.getByRole('button', { name: 'OK', exact: true }).click()
  await expect(page.getByTestId('whisper-waits')).toBeHidden()
  await expect(page.getByText('Desk: Tin is 3 g short, add it')).toBeVisible()

  const second = await page.context().newPage()
  await second.goto('/group')
  await expect(second.getByTestId('group-standing')).toContainText('Another window of this browser')
  await note(second, 'Tin bar', 'From the second window')
  await expect.poll(() => lotOf(phone, 'Tin bar')).toMatchObject({ note: 'From the second window' })
  await note(phone, 'Tin bar', 'From the phone')
  await expect.poll(() => lotOf(second, 'Tin bar')).toMatchObject({ note: 'From the phone' })
  // The first window goes; the second takes the line.
  await page.close()
  await expect(second.getByTestId('group-standing')).toContainText('In sync with your other devices')
  await note(second, 'Tin bar', 'Alone now')
  await expect.poll(() => lotOf(phone, 'Tin bar')).toMatchObject({ note: 'Alone now' })
  await phone.context().close()
})

test('a used code, a device that is shut out, and one that leaves @long', async ({ page, browser }) => {
  await deskBegins(page)
  const link = await invitationFrom(page)
  const phone = await anotherBrowser(browser, link)
  await joins(phone)
  await phone.waitForURL('**/')
  await phone.goto(link)
  // In already: it only leads to where the code leads.
  await phone.waitForURL('**/')
  const late = await anotherBrowser(browser, link)
  await joins(late, 'Late')
  await expect(late.getByRole('alert')).toContainText('This code was already used')
  // Each wrong try makes the next wait twice as long: sooner or later a press comes too soon.
  await expect(async () => {
    await late.getByRole('button', { name: 'Join', exact: true }).click({ timeout: 2000 })
    const soon = late.getByRole('alert').filter({ hasText: /Too many wrong attempts: wait \d+ s/ })
    await expect(soon).toBeVisible({ timeout: 1500 })
  }).toPass()
  await late.goto('/join#in=cut')
  await late.reload()
  await expect(late.getByRole('alert')).toContainText('incomplete')
  await late.context().close()

  await page.getByRole('button', { name: 'Remove Phone' }).click()
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(page.getByTestId('device')).toHaveCount(1)
  await visit(phone, '/group')
  await expect(phone.getByTestId('group-standing')).toContainText('Another device removed this one')
  await note(page, 'Tin bar', 'Not for the phone')
  await phone.reload()
  await expect(phone.getByTestId('group-standing')).toContainText('Another device removed this one')
  expect(await lotOf(phone, 'Tin bar')).not.toMatchObject({ note: 'Not for the phone' })
  await phone.getByRole('button', { name: 'Leave', exact: true }).click()
  await phone.getByRole('button', { name: 'Leave the group' }).click()
  await expect(phone.getByRole('button', { name: 'Start with this yard' })).toBeVisible()
  await visit(phone, '/')
  await expect(phone.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await phone.context().close()
})

test('a picture comes when it is looked at, small first; one whose device is away is said to be there @long', async ({
  page,
  browser,
}) => {
  await deskBegins(page)
  const phone = await phoneJoins(browser, page)
  await visit(page, '/stock')
  await page.getByRole('button', { name: /^Edit ?Tin bar/ }).click()
  await page
    .getByLabel('Picture files')
    .setInputFiles({ name: 'bar.png', mimeType: 'image/png', buffer: await page.screenshot() })
  await expect(page.getByRole('img', { name: 'The lot, picture 1' })).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await visit(phone, '/stock')
  const shown = phone.getByRole('img', { name: 'Tin bar, picture 1' })
  await expect(shown).toBeVisible()
  // It is a small one, and is not kept.
  expect(await shown.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeLessThanOrEqual(200)
  await page.context().close()
  await phone.reload()
  await expect(phone.getByText('on another device')).toBeVisible()
  await phone.context().close()
})

test('the server by itself: where a line is let in, how long a frame may be, how many lines there may be @long', async () => {
  const server = ownServer(PORT + 3)
  await server.start()
  const tried = (path: string, headers: Record<string, string> = {}, send?: Buffer) =>
    rawLine(server.url, path, headers, send)
  try {
    expect((await tried('/api/group')).opened).toBe(true)
    expect((await tried('/')).opened).toBe(false)
    expect((await tried('/api/charge')).opened).toBe(false)
    expect((await tried('/api/group', { origin: 'https://elsewhere.example' })).opened).toBe(false)
    expect((await tried('/api/group', { origin: server.url })).opened).toBe(true)
    // 1009 is "too big" (RFC 6455, 7.4.1).
    const long = await tried('/api/group', {}, Buffer.alloc(300 * 1024))
    expect([long.code, long.words.length]).toEqual([1009, 1])
    const junk = await tried('/api/group', {}, Buffer.from('{"do":"open the door"}'))
    expect(junk.words.at(-1)).toBe('{"say":"no","why":"not-understood"}')
    const many = await Promise.all(
      Array.from({ length: 120 }, () => tried('/api/group', {}, Buffer.alloc(0))),
    )
    expect(many.filter(({ words }) => words.some((word) => word.includes('crowded'))).length).toBeGreaterThan(
      60,
    )
    const plain = await fetch(`${server.url}/api/group`)
    expect(plain.status).toBe(426)
    expect((await fetch(`${server.url}/`)).status).toBe(200)
  } finally {
    await server.kill()
  }
})

test('three browsers, changes at random, the server gone now and then: one yard, and nothing lost @long', async ({
  page,
  browser,
}) => {
  test.slow()
  const groups = mkdtempSync(join(tmpdir(), 'groups-'))
  const server = ownServer(PORT + 4, { HEPHAESTAL_GROUPS_DIR: groups })
  await server.start()
  const random = seeded(20261127)
  try {
    await deskBegins(page, server.url)
    const phone = await phoneJoins(browser, page, 'Phone')
    const scale = await phoneJoins(browser, page, 'Scale')
    const devices = [page, phone, scale]
    const began = (await lotOf(page, 'Tin bar'))!.massG
    let takenG = 0
    const lines: string[] = []
    /** changes still to come before the server is back */
    let away = 0
    for (let change = 0; change < CHANGES; change++) {
      const on = devices[Math.floor(random() * 3)]!
      const what = random()
      if (what < 0.5) {
        const byG = 1 + Math.floor(random() * 9)
        takenG += byG
        await weigh(on, { name: 'Tin bar', byG: -byG })
      } else if (what < 0.85) {
        lines.push(`line ${change}`)
        const id = `00000000-0000-4000-8000-${String(change).padStart(12, '0')}`
        expect(await logLine(on, 13, id, `line ${change}`)).toBe(true)
      } else if (away > 0) await note(on, 'Pewter scraps', `note ${change}`)
      else if (what < 0.92) {
        // All of the app is there before the server may go again: there is no offline store in these tests.
        await on.reload({ waitUntil: 'networkidle' })
        await expect.poll(() => lotOf(on, 'Tin bar').catch(() => null)).toBeTruthy()
      } else {
        await server.kill()
        away = 8
      }
      if (away > 0 && --away === 0) await server.start()
    }
    if (away > 0) await server.start()
    for (const one of devices) await expect(one.getByTestId('group-mark')).toContainText('3 online')
    await meet(page, phone)
    await meet(page, scale)
    expect((await lotOf(scale, 'Tin bar'))!.massG).toBe(began - takenG)
    const text = await yardText(scale)
    expect(lines.filter((line) => !text.includes(`"${line}"`))).toEqual([])
    for (const one of [phone, scale]) await one.context().close()
  } finally {
    await server.kill()
    rmSync(groups, { recursive: true })
  }
})
