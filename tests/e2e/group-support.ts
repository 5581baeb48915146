import { spawn, type ChildProcess } from 'node:child_process'
import { request } from 'node:http'
import { connect } from 'node:net'
import type { Browser, Page } from '@playwright/test'
import { expect, visit } from './support'

/* Several browsers and a server of their own, which a test may stop and start again. */

export interface OwnServer {
  url: string
  start: () => Promise<void>
  /** as a power cut would */
  kill: () => Promise<void>
}

export function ownServer(port: number, env: Record<string, string> = {}): OwnServer {
  let running: ChildProcess | null = null
  const listens = () =>
    new Promise<boolean>((resolve) => {
      const socket = connect(port, '127.0.0.1', () => (socket.destroy(), resolve(true)))
      socket.on('error', () => resolve(false))
    })
  return {
    url: `http://127.0.0.1:${port}`,
    async start() {
      running = spawn('node', ['.output/server/index.mjs'], {
        env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), ...env },
        stdio: 'ignore',
      })
      await expect.poll(listens, { timeout: 30_000 }).toBe(true)
    },
    async kill() {
      if (!running) return
      const ended = new Promise((resolve) => running!.on('exit', resolve))
      running.kill('SIGKILL')
      running = null
      await ended
    },
  }
}

/** Another browser, with nothing of the others in it. */
export async function anotherBrowser(browser: Browser, url: string): Promise<Page> {
  const context = await browser.newContext({
    locale: 'en-IE',
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'block',
  })
  const page = await context.newPage()
  await page.goto(url)
  return page
}

/** The desk begins with the demo yard. */
export async function deskBegins(page: Page, url = ''): Promise<void> {
  await page.goto(`${url}/?yard=demo`)
  await expect(page.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  await visit(page, '/group')
  await page.getByLabel('Name of this device').fill('Desk')
  await page.getByRole('button', { name: 'Start with this yard' }).click()
  await expect(page.getByTestId('group-standing')).toContainText('Add the next device')
}

/** The address a device shows for another, with a code that is good once. */
export async function invitationFrom(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Add a device' }).click()
  const link = await page.getByTestId('invitation').inputValue()
  await page.keyboard.press('Escape')
  return link
}

export async function joins(page: Page, name = 'Phone'): Promise<void> {
  await page.getByLabel('Name of this device').fill(name)
  await page.getByRole('button', { name: 'Join', exact: true }).click()
}

/** A phone that joined the desk's yard. */
export async function phoneJoins(browser: Browser, desk: Page, name = 'Phone'): Promise<Page> {
  const phone = await anotherBrowser(browser, await invitationFrom(desk))
  const refused = phone.getByRole('alert')
  // Another test's wrong codes came from this address, too: then one waits, and tries again.
  for (let tries = 0; tries < 8; tries++) {
    await joins(phone, name)
    const came = phone.waitForURL('**/', { timeout: 60_000 }).then(() => true)
    const answered = await Promise.race([
      came,
      refused.waitFor({ timeout: 60_000 }).then(
        () => false,
        () => came,
      ),
    ])
    if (answered) break
    came.catch(() => {})
    await phone.waitForTimeout(1000 * 2 ** tries)
  }
  await expect(phone.getByRole('heading', { name: 'Demo yard' })).toBeVisible()
  return phone
}

type Mass = { name: string; byG?: number; toG?: number }
interface Stores {
  useNuxtApp: () => { $pinia: { _s: Map<string, unknown> } }
}
interface YardHere {
  lots: { name: string; massG: number; note?: string }[]
  commit: (label: string, edits: unknown[]) => boolean
  undo: () => unknown
  workspace: unknown
}

/** Takes from a lot, adds to it, or weighs it as a whole, as the screens do it. */
export const weigh = (page: Page, mass: Mass) =>
  page.evaluate(({ name, byG, toG }) => {
    const yard = (window as unknown as Stores).useNuxtApp().$pinia._s.get('yard') as YardHere
    const lot = yard.lots.find((one) => one.name === name)!
    const massG = toG ?? lot.massG + byG!
    const told = toG === undefined ? {} : { toldAnew: true }
    const id = (lot as unknown as { id: string }).id
    yard.commit('Weigh', [{ collection: 'lots', id, after: { ...lot, massG }, ...told }])
  }, mass)

/** A field of a lot, as it is edited in its form. */
export const note = (page: Page, name: string, said: string) =>
  page.evaluate(
    ([lotName, text]) => {
      const yard = (window as unknown as Stores).useNuxtApp().$pinia._s.get('yard') as YardHere
      const lot = yard.lots.find((one) => one.name === lotName)!
      const id = (lot as unknown as { id: string }).id
      yard.commit('Note', [{ collection: 'lots', id, after: { ...lot, note: text } }])
    },
    [name, said] as const,
  )

export const lotOf = (page: Page, name: string) =>
  page.evaluate((lotName) => {
    // A page that is only just opening has no yard yet.
    const yard = (window as unknown as Partial<Stores>).useNuxtApp?.().$pinia?._s.get('yard') as
      | YardHere
      | undefined
    const lot = yard?.lots.find((one) => one.name === lotName)
    return lot ? { massG: lot.massG, note: lot.note ?? '' } : null
  }, name)

export const undo = (page: Page) =>
  page.evaluate(
    () => void ((window as unknown as Stores).useNuxtApp().$pinia._s.get('yard') as YardHere).undo(),
  )

/** The whole yard of a browser, as text, whatever order its fields came in. */
export const yardText = async (page: Page) =>
  stable(
    await page.evaluate(
      () => ((window as unknown as Stores).useNuxtApp().$pinia._s.get('yard') as YardHere).workspace,
    ),
  )
const stable = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  )

/** Waits until two browsers have one yard. */
export async function meet(one: Page, other: Page): Promise<void> {
  await expect
    .poll(async () => (await yardText(one)) === (await yardText(other)), { timeout: 30_000 })
    .toBe(true)
}

/** What became of a line that was opened by hand: a bare socket, for nothing is to stand between (RFC 6455). */
export interface RawEnd {
  opened: boolean
  /** code of the close frame; 0 where none came */
  code: number
  words: string[]
}

/**
 * Opens a line, sends one frame, and listens until it is shut or nothing more comes.
 * @param send content of the frame; none is sent without
 */
export const rawLine = (url: string, path: string, headers: Record<string, string>, send?: Buffer) =>
  new Promise<RawEnd>((resolve) => {
    const end: RawEnd = { opened: false, code: 0, words: [] }
    const upgrade = {
      connection: 'Upgrade',
      upgrade: 'websocket',
      'sec-websocket-version': '13',
      'sec-websocket-key': Buffer.alloc(16).toString('base64'),
    }
    const asked = request(`${url}${path}`, { headers: { ...upgrade, ...headers } })
    asked.on('response', () => resolve(end))
    asked.on('error', () => resolve(end))
    asked.on('upgrade', (_, socket, head) => {
      end.opened = true
      let bytes = head
      const over = () => {
        socket.destroy()
        resolve(end)
      }
      const read = () => {
        while (bytes.length >= 2) {
          const short = bytes[1]! & 127
          const from = short === 126 ? 4 : 2
          const length = short === 126 ? bytes.readUInt16BE(2) : short
          if (bytes.length < from + length) return
          const content = bytes.subarray(from, from + length)
          if ((bytes[0]! & 15) === 8) {
            end.code = length >= 2 ? content.readUInt16BE(0) : 0
            return over()
          }
          end.words.push(content.toString())
          bytes = bytes.subarray(from + length)
        }
      }
      socket.on('data', (part: Buffer) => {
        bytes = Buffer.concat([bytes, part])
        read()
      })
      socket.on('close', over)
      socket.on('error', over)
      read()
      if (!send) return void setTimeout(over, 300)
      setTimeout(over, 3000)
      if (send.length === 0) return
      const start = Buffer.alloc(14)
      start[0] = 0x82
      start[1] = 0x80 | 127
      start.writeBigUInt64BE(BigInt(send.length), 2)
      // A mask of nothing leaves the content as it is.
      socket.write(Buffer.concat([start, send]))
    })
    asked.end()
  })

/** Writes a line into a heat's log, as the furnace does. */
export const logLine = (page: Page, heat: number, id: string, text: string) =>
  page.evaluate(
    ([number, entryId, said]) => {
      const yard = (window as unknown as Stores).useNuxtApp().$pinia._s.get('yard') as YardHere & {
        heats: { id: string; number: number; log?: unknown[] }[]
      }
      const one = yard.heats.find((any) => any.number === number)!
      const at = new Date().toISOString()
      const nothing = { celsius: null, massG: null, minutes: null, airGcm3: null, vacuumGcm3: null }
      const entry = { id: entryId, at, kind: 'note', text: said, ...nothing }
      return yard.commit('Log', [
        { collection: 'heats', id: one.id, after: { ...one, log: [...(one.log ?? []), entry] } },
      ])
    },
    [heat, id, text] as const,
  )
