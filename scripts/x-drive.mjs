// usage: node scripts/x-drive.mjs file.js [width] [height]
import { chromium } from '@playwright/test'
import { readFileSync } from 'node:fs'
const [file, w = '1280', h = '800', scheme='light'] = process.argv.slice(2)
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const page = await browser.newPage({ viewport: { width: +w, height: +h }, colorScheme: scheme })
page.setDefaultTimeout(8000)
page.on('pageerror', (e) => console.log('PAGEERROR', e.message))
page.on('console', (m) => ['error', 'warning'].includes(m.type()) && console.log(m.type(), m.text().slice(0, 200)))
const base = 'http://127.0.0.1:4173'
const shot = (n) => page.screenshot({ path: `/tmp/shots/${n}.png` })
const AsyncFunction = Object.getPrototypeOf(async () => {}).constructor
try { await new AsyncFunction('page', 'base', 'shot', readFileSync(file, 'utf8'))(page, base, shot) } catch (e) { console.log('FAILED', e.message.slice(0, 800)); await shot('failed') }
await browser.close()
