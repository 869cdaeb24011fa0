import { fileURLToPath } from 'node:url'
import { bundleWorkers } from './scripts/bundle-workers'

const core = fileURLToPath(new URL('core', import.meta.url))
const HALF_YEAR = 'public, max-age=15552000, immutable'

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@element-plus/nuxt', 'nuxt-security', '@nuxt/eslint'],
  ssr: false,
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Usitor', htmlAttrs: { lang: 'en' }, meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  css: [
    // two weights: less travels than a face that has them all
    ...[400, 600].flatMap(weight => [`@fontsource/atkinson-hyperlegible-next/${weight}.css`, `@fontsource/atkinson-hyperlegible-mono/${weight}.css`]),
    '~/assets/theme.css', '~/assets/print.css',
  ],
  srcDir: 'app',
  serverDir: 'server',
  alias: { '#core': core },
  experimental: { defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } } },
  compatibilityDate: '2026-01-01',
  nitro: {
    // made small once, at build, and sent as each browser takes it
    compressPublicAssets: { brotli: true, gzip: true },
    // a worker's script needs the same isolation headers as its page, or it never answers
    routeRules: {
      '/_nuxt/**': {
        headers: { 'cache-control': HALF_YEAR, 'cross-origin-embedder-policy': 'require-corp', 'cross-origin-resource-policy': 'same-origin' },
      },
    },
    // reached by a condition of their package's exports that the tracing of the build does not follow
    externals: { traceInclude: [
      'async-function', 'async-generator-function', 'generator-function',
    ].map(name => fileURLToPath(new URL(`node_modules/${name}/require.mjs`, import.meta.url))) },
    hooks: {
      compiled: (nitro: { options: { output: { serverDir: string } } }) => bundleWorkers(nitro.options.output.serverDir, core),
    },
  },
  vite: {
    worker: { format: 'es' },
    optimizeDeps: {
      include: [
        'comlink', 'hash-wasm', '@zip.js/zip.js', 'papaparse', 'yup', 'fflate', 'three', 'pdfjs-dist',
        'chardet', 'saxes', 'fzstd', 'xz-decompress', 'js-yaml', 'idb-keyval', '@vueuse/router', 'uqr', '@simplewebauthn/browser',
      ],
    },
  },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  telemetry: false,
  hooks: {
    // what may be needed later is loaded when it is: a page that waits in a hall shares its line with sixty others
    'build:manifest': (manifest) => {
      for (const item of Object.values(manifest)) item.prefetch = false
    },
  },
  elementPlus: { importStyle: 'css', icon: false },
  eslint: { config: { stylistic: { braceStyle: 'stroustrup' } } },
  security: {
    rateLimiter: false,
    requestSizeLimiter: false,
    xssValidator: false,
    corsHandler: false,
    headers: {
      crossOriginEmbedderPolicy: process.env.NODE_ENV === 'development' ? false : 'require-corp',
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        'default-src': ['\'self\''],
        // 'wasm-unsafe-eval' lets the streaming SHA-256 run; nothing else is evaluated
        'script-src': ['\'self\'', '\'nonce-{{nonce}}\'', '\'wasm-unsafe-eval\''],
        'style-src': ['\'self\'', '\'unsafe-inline\''],
        'img-src': ['\'self\'', 'data:', 'blob:'],
        'media-src': ['\'self\'', 'blob:'],
        'font-src': ['\'self\''],
        'connect-src': ['\'self\''],
        'worker-src': ['\'self\''],
        'object-src': ['\'none\''],
        'base-uri': ['\'none\''],
        'form-action': ['\'self\''],
        'frame-ancestors': ['\'none\''],
        'upgrade-insecure-requests': false,
      },
    },
  },
})
