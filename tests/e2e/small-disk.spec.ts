import { execFileSync } from 'node:child_process'
import { mkdtemp, rm, statfs, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { CHROMIUM_LAUNCH } from '../../scripts/chromium'
import { expect, openDemo, saved, test, visit } from './support'

/* A browser's profile on a file system that is truly full. It takes leave to mount one; where the machine gives none, it is skipped. */
const SIZE_MB = 120
const BASE = `http://127.0.0.1:${process.env.E2E_PORT ?? 4311}`

test('a file system that is truly full: told, nothing lost, written once there is room, and whole at the next start @long', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'small-'))
  let mounted = false
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE_MB}m`, 'tmpfs', folder], { stdio: 'ignore' })
    mounted = true
  } catch {
    // Told as skipped below.
  }
  test.skip(!mounted, 'this machine lets no file system be mounted')
  const start = async (): Promise<[BrowserContext, Page]> => {
    const context = await chromium.launchPersistentContext(join(folder, 'profile'), {
      ...CHROMIUM_LAUNCH,
      headless: true,
      baseURL: BASE,
    })
    return [context, context.pages()[0] ?? (await context.newPage())]
  }
  const title = (page: Page) => page.getByRole('textbox', { name: 'Name of the heat' })
  try {
    const [first, page] = await start()
    await openDemo(page)
    await visit(page, '/heat/13/target')
    // Everything that is free is filled by something else.
    const filler = join(folder, 'filler')
    const { bavail, bsize } = await statfs(folder)
    await writeFile(filler, Buffer.alloc(bavail * bsize)).catch(() => {})
    let changes = 0
    const refused = page.getByTestId('not-saved')
    // A database writes into room it took before; sooner or later it needs more.
    for (; changes < 400 && !(await refused.isVisible()); changes++) {
      await title(page).fill(`${'Full '.repeat(20)} ${changes}`)
      await title(page).blur()
      await page.waitForTimeout(150)
    }
    await expect(refused).toBeVisible()
    await expect(title(page)).toHaveValue(`${'Full '.repeat(20)} ${changes - 1}`)
    await rm(filler)
    // Its next try may be the app's own, with what is typed.
    await refused.getByRole('button', { name: 'Try again' }).click()
    await saved(page)
    await title(page).fill('Room again')
    await title(page).blur()
    await saved(page)
    await first.close()
    const [second, again] = await start()
    await again.goto('/heat/13/target')
    await expect(title(again)).toHaveValue('Room again')
    await visit(again, '/stock')
    await expect(again.getByRole('heading', { level: 1 })).toContainText('16 lots')
    await second.close()
  } finally {
    execFileSync('umount', ['-l', folder])
    await rm(folder, { recursive: true, force: true })
  }
})
