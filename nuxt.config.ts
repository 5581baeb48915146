import tailwindcss from '@tailwindcss/vite'

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  srcDir: 'app/',
  serverDir: 'server/',
  ssr: false,
  telemetry: false,
  devtools: { enabled: false },
  experimental: {
    viteEnvironmentApi: true,
    defaults: { nuxtLink: { prefetch: false } },
  },
  modules: ['@pinia/nuxt', '@nuxt/eslint', 'nuxt-security', '@vite-pwa/nuxt'],
  css: ['~/assets/main.css'],
  components: [{ path: '~/components', pathPrefix: false }],
  imports: { dirs: ['stores', 'words'] },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Hephaestal',
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        {
          name: 'description',
          content: 'Blend scrap and virgin metal into a named alloy and account for every gram.',
        },
        { name: 'theme-color', content: '#241d17' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  vite: {
    plugins: [tailwindcss()],
    // Fonts as files, never as data: the content policy lets fonts come from the app's own address only.
    build: {
      assetsInlineLimit: 0,
      chunkSizeWarningLimit: 1200,
      // The floors below the face do nothing by being imported: what a screen does not use, it does not fetch.
      rollupOptions: {
        treeshake: { moduleSideEffects: (id) => !/\/(core|formats)\/[\w/-]+\.ts$/.test(id) },
      },
    },
    worker: { format: 'es' },
    optimizeDeps: {
      exclude: ['highs'],
      include: ['localforage', 'comlink', 'zod', 'date-fns', '@headlessui/vue', '@lucide/vue'],
    },
  },
  nitro: {
    prerender: { routes: ['/'], crawlLinks: false },
    compressPublicAssets: { gzip: true, brotli: true },
  },
  // Nobody needs the engine or a pretended instrument hundreds of times a minute.
  routeRules: {
    '/api/**': {
      headers: { 'cross-origin-resource-policy': 'same-origin' },
      security: { rateLimiter: { tokensPerInterval: 600, interval: 60_000, throwError: true } },
    },
  },
  security: {
    strict: false,
    rateLimiter: false,
    // Bodies are guarded by the route that takes them, which says where the fault is.
    xssValidator: false,
    headers: {
      strictTransportSecurity: false,
      crossOriginEmbedderPolicy: false,
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
    // Nothing is fetched on a guess: charts and solver come when a screen asks (the offline store fetches them later).
    'build:manifest'(manifest) {
      for (const entry of Object.values(manifest)) {
        entry.prefetch = false
        entry.dynamicImports = []
      }
    },
  },
  pwa: {
    registerType: 'prompt',
    manifest: {
      name: 'Hephaestal',
      short_name: 'Hephaestal',
      description: 'Blend, melt and log alloys.',
      theme_color: '#241d17',
      background_color: '#efe8da',
      display: 'standalone',
      start_url: '/',
      icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
    },
    workbox: {
      globPatterns: ['**/*.{js,css,html,svg,woff2,wasm,webmanifest}'],
      maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
      navigateFallback: '/',
      navigateFallbackDenylist: [/^\/api\//],
    },
  },
})
