import { chromium } from '@playwright/test'
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const [
  ,
  ,
  path = '/heat/13/charge',
  out = '/tmp/look.png',
  width = '1280',
  height = '800',
  yard = 'demo',
  locale = 'en-IE',
] = process.argv
const page = await (
  await browser.newContext({ viewport: { width: +width, height: +height }, locale, serviceWorkers: 'block' })
).newPage()
await page.goto(`http://127.0.0.1:4173/?yard=${yard}`)
await page.waitForTimeout(1500)
await page.goto(`http://127.0.0.1:4173${path}`)
await page.waitForTimeout(3500)
const counts = await page.evaluate(() => {
  const seen = [
    ...document.querySelectorAll('button, a[href], input, select, textarea, summary, [role=button]'),
  ].filter((e) => {
    const r = e.getBoundingClientRect()
    return (
      r.width > 0 &&
      r.height > 0 &&
      r.top < innerHeight &&
      r.bottom > 0 &&
      getComputedStyle(e).visibility !== 'hidden' &&
      !e.closest('.sr-only')
    )
  })
  const main = seen.filter((e) => e.closest('main'))
  const first = document.querySelector('main .mass b')?.getBoundingClientRect().top
  return {
    all: seen.length,
    main: main.length,
    firstWeightY: first,
    names: main.map((e) => (e.getAttribute('aria-label') || e.textContent || '').trim().slice(0, 28)),
  }
})
console.log(JSON.stringify(counts))
await page.screenshot({ path: out })
await browser.close()
