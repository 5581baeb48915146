import { fileURLToPath } from 'node:url'
import { defineNuxtConfig } from 'nuxt/config'
import tailwindcss from '@tailwindcss/vite'
import { baseOf } from './scripts/build/base'
import { pagePatterns, pagesWithoutPlaces } from './scripts/build/page-patterns'
import { writeSolveWorker } from './scripts/build/solve-worker'
import { wordsWithModules } from './scripts/build/words-with-modules'

let pages: string[] = []
/** Addresses without a place left open: of plain files, each is one. */
let plainPages: string[] = []

/** Plain files for any web server (npm run generate), without the engine's address and the instruments' lines. */
const isStatic = process.env.HEPHAESTAL_STATIC === 'yes'
/** Whether files lie there packed, too: half a minute's work that a page on the machine it was built on gains nothing by. */
const packed = process.env.HEPHAESTAL_PACKED !== 'no'
/** The path it lies under. */
const base = baseOf(process.env.BASE_URL)
/** What the app opens when a file is sent to it, by kind and ending. */
const OPENED = { 'application/json': ['.json'], 'application/zip': ['.zip'] }
const fromBase = (path: string) => base + path

/** What lies by itself, small or not: it comes when it is asked for, and nothing else with it. */
function apart(id: string): string | null {
  if (id.endsWith('/data/demo-yard.json')) return 'demo-yard'
  // The words of a language are awaited while the app begins: nothing that waits for them may lie beside them.
  return /\/app\/words\/(?!en\/)([\w-]+)\//.exec(id)?.[1] ?? null
}
/** What comes together over the line, the first that fits: at last what every page begins with, asked for once. */
const CHUNKS = [
  { name: apart, debugName: 'apart' },
  { name: 'start', tags: ['$initial' as const] },
]

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  srcDir: 'app/',
  serverDir: 'server/',
  ssr: false,
  ...(isStatic ? { buildDir: '.nuxt-static' } : {}),
  telemetry: false,
  sourcemap: false,
  devtools: { enabled: false },
  experimental: {
    viteEnvironmentApi: true,
    defaults: { nuxtLink: { prefetch: false } },
  },
  modules: ['@pinia/nuxt', 'nuxt-security', '@vite-pwa/nuxt'],
  css: ['~/assets/main.css'],
  // Every name is followed by an import: what a reader, a linter and plain Vitest can follow.
  components: { dirs: [] },
  imports: { autoImport: false },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  app: {
    baseURL: base,
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Hephaestal',
      meta: [
        {
          name: 'viewport',
          content: 'width=device-width, initial-scale=1, interactive-widget=resizes-content',
        },
        {
          name: 'description',
          content: 'Blend scrap and virgin metal into a named alloy and account for every gram.',
        },
        { name: 'theme-color', content: '#241d17' },
      ],
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: fromBase('mark.svg') },
        { rel: 'apple-touch-icon', sizes: '180x180', href: fromBase('icons/touch-180.png') },
      ],
    },
  },
  vite: {
    define: { __SERVED__: JSON.stringify(!isStatic) },
    plugins: [wordsWithModules(fileURLToPath(new URL('app/words/en', import.meta.url))), tailwindcss()],
    // Fonts as files, never as data: the content policy lets fonts come from the app's own address only.
    build: {
      assetsInlineLimit: 0,
      reportCompressedSize: false,
      chunkSizeWarningLimit: 1200,
      // The floors below the face do nothing by being imported: what a screen does not use, it does not fetch.
      rolldownOptions: {
        treeshake: {
          moduleSideEffects: [
            { test: /\/(core|formats)\/[\w/-]+\.ts$/, sideEffects: false },
            // Nor does a feature's door: who takes one thing through it does not take all that is behind it.
            { test: /\/app\/features\/[\w-]+\/index\.ts$/, sideEffects: false },
          ],
        },
        output: { codeSplitting: { groups: CHUNKS } },
      },
    },
    worker: { format: 'es' },
    optimizeDeps: {
      exclude: ['highs'],
      include: ['localforage', 'comlink', 'zod', 'vue-i18n', '@headlessui/vue'],
    },
  },
  nitro: {
    prerender: { routes: ['/'], crawlLinks: false },
    ...(isStatic
      ? { output: { dir: '.static', publicDir: 'dist' } }
      : { compressPublicAssets: packed && { gzip: true, brotli: true } }),
    experimental: { websocket: !isStatic },
    errorHandler: '~~/server/error.ts',
    virtual: { '#app-pages': () => `export const PAGES = ${JSON.stringify(pages)}` },
  },
  // The page and what brings a new one are asked for anew each time; what has its content in its name is kept.
  routeRules: {
    '/api/**': { headers: { 'cross-origin-resource-policy': 'same-origin' } },
    ...Object.fromEntries(
      ['/', '/sw.js', '/manifest.webmanifest'].map((path) => [
        path,
        { headers: { 'cache-control': 'no-cache' } },
      ]),
    ),
  },
  security: {
    strict: false,
    rateLimiter: false,
    // What went wrong is to be read where one looks for it.
    removeLoggers: false,
    // Bodies are guarded by the route that takes them, which says where the fault is.
    xssValidator: false,
    headers: {
      strictTransportSecurity: false,
      // Sent with every answer by the server's own plugin.
      crossOriginEmbedderPolicy: false,
      // A joining device reads another's code by its own camera; no other page and no frame may use it.
      permissionsPolicy: { camera: ['self'] },
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        'base-uri': ["'none'"],
        'font-src': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'object-src': ["'none'"],
        'script-src': ["'self'", "'wasm-unsafe-eval'", "'nonce-{{nonce}}'"],
        'script-src-attr': ["'none'"],
        // Charts and the moved parts of dialogs set styles on elements; no script can be run by one.
        'style-src': ["'self'", "'unsafe-inline'"],
        'worker-src': ["'self'", 'blob:'],
        'connect-src': ["'self'"],
        'upgrade-insecure-requests': false,
      },
    },
    corsHandler: false,
    ssg: { meta: true, hashScripts: true, hashStyles: false },
  },
  hooks: {
    'nitro:init'(nitro) {
      nitro.hooks.hook('compiled', () => writeSolveWorker(nitro.options.output.serverDir))
    },
    'pages:resolved'(resolved) {
      pages = pagePatterns(resolved)
      plainPages = pagesWithoutPlaces(resolved)
    },
    // A plain server knows files only: every address that can be a file is one.
    'prerender:routes'({ routes }) {
      if (isStatic) for (const path of plainPages) routes.add(path)
    },
    // Nothing is fetched on a guess: charts and solver come when a screen asks (the offline store fetches them later).
    'build:manifest'(manifest) {
      for (const entry of Object.values(manifest)) {
        entry.prefetch = false
        entry.dynamicImports = []
        // An engine begins as a thread of its own, which uses nothing that a page fetched for it.
        if (/\.worker-[\w-]+\.js$/.test(entry.file)) entry.preload = false
      }
    },
  },
  pwa: {
    registerType: 'prompt',
    manifest: {
      id: base,
      name: 'Hephaestal',
      short_name: 'Hephaestal',
      description: 'Blend, melt and log alloys.',
      theme_color: '#241d17',
      background_color: '#efe8da',
      display: 'standalone',
      start_url: base,
      scope: base,
      icons: [
        { src: fromBase('mark.svg'), sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
        { src: fromBase('icons/mark-192.png'), sizes: '192x192', type: 'image/png', purpose: 'any' },
        { src: fromBase('icons/mark-512.png'), sizes: '512x512', type: 'image/png', purpose: 'any' },
        { src: fromBase('icons/mask-512.png'), sizes: '512x512', type: 'image/png', purpose: 'maskable' },
      ],
      // A yard or a charge sent here from another app, or opened with this one.
      share_target: {
        action: fromBase('open'),
        method: 'POST',
        enctype: 'multipart/form-data',
        params: { files: [{ name: 'file', accept: Object.entries(OPENED).flat(2) }] },
      },
      file_handlers: [{ action: fromBase('open'), accept: OPENED }],
    },
    workbox: {
      globPatterns: ['**/*.{js,css,svg,woff2,wasm,webmanifest,png}', 'index.html'],
      globIgnores: ['take-share.js'],
      importScripts: ['take-share.js'],
      maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
      sourcemap: false,
      navigateFallback: base,
      navigateFallbackDenylist: [/\/api\//],
    },
  },
})
