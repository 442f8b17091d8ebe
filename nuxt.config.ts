import { existsSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { earlyAsks } from './build/early-asks'
import { firstScript } from './build/first-script'
import { libraryStyles } from './build/library-styles'
import { nodeWorker } from './build/node-worker-plugin'
import { makeServiceWorker } from './build/service-worker'

const folder = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const extensions = folder('./node_modules/fs-native-extensions/prebuilds')
const lockParts = existsSync(extensions)
  ? readdirSync(extensions)
      .filter((name) => name.startsWith(`${process.platform}-`))
      .map((name) => `${extensions}/${name}/fs-native-extensions.node`)
  : []
/** The letters of names, and the icons, that any page begins with. */
const FIRST_FONTS = /(commissioner-(latin|latin-ext|vietnamese)-flar-normal|primeicons)\.[^.]*\.?woff2$/
const alias = { '#core': folder('./core') }

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@vueuse/nuxt', '@primevue/nuxt-module', 'nuxt-auth-utils', 'nuxt-security', '@nuxt/eslint'],
  // Behind a sign-in, with its records kept in the browser until the server has them: no page is made on the server.
  ssr: false,
  devtools: { enabled: false },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Yukata',
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
      script: [{ innerHTML: earlyAsks }],
    },
  },
  css: ['@fontsource-variable/commissioner/flar.css', 'primeicons/primeicons.css', '~/assets/layers.css'],
  // Our own stores and composables are imported by name: who reads a file sees where each comes from.
  imports: { scan: false },
  pinia: { storesDirs: [] },
  components: [{ path: '~/components', pathPrefix: false }],
  runtimeConfig: {
    session: { password: '', maxAge: 60 * 60 * 16, cookie: { secure: true, sameSite: 'lax' } },
    databaseUrl: '',
    dataDir: './.data/records',
    // A fixed civil date for demonstrations and tests; empty means the calendar's own today.
    today: '',
    // When the night's pull and sending begin, by the clock of the machine; or never.
    night: '02:15',
    // Which proxies in front name the address of the person (X-Forwarded-For): how many, or their networks. From any
    // other, anybody could.
    trustProxy: '',
    sis: { url: '', clientId: '', clientSecret: '' },
    classroom: { url: '', clientId: '', clientSecret: '' },
    public: {
      demo: false,
      // Whom the demo's sign-in offers by one click.
      demoPeople: [] as { who: string; name: string; email: string; password: string }[],
    },
  },
  alias,
  vite: { plugins: [firstScript(), libraryStyles()] },
  // In development a page without a server's part has no entry for it, and Nuxt's own server asks for one.
  $development: {
    vite: {
      $client: { build: { rollupOptions: { input: { server: folder('./node_modules/nuxt/dist/app/entry') } } } },
    },
  },
  compatibilityDate: '2025-07-15',
  // Who is here is asked for by the app itself, with its own contract.
  auth: { loadStrategy: 'none' },
  hooks: {
    'nitro:build:public-assets': (nitro) => makeServiceWorker(nitro.options.output.publicDir),
    // What a page may want later is not asked for in the way of what it wants now.
    'build:manifest': (manifest) => {
      for (const part of Object.values(manifest)) part.prefetch = false
      // A font that comes late has every word laid out twice.
      for (const part of Object.values(manifest)) if (FIRST_FONTS.test(part.file)) part.preload = true
    },
  },
  nitro: {
    compressPublicAssets: true,
    // The lock of the records' folder is the kernel's; the package finds its part for this machine beside itself.
    externals: { traceInclude: lockParts },
    esbuild: { options: { target: 'es2022' } },
    rollupConfig: { plugins: [nodeWorker(alias)] },
    serverAssets: [
      { baseName: 'migrations', dir: './database/migrations' },
      {
        baseName: 'fonts',
        dir: folder('./node_modules/@expo-google-fonts/commissioner'),
        pattern: '{400Regular,600SemiBold}/*.ttf',
      },
      {
        baseName: 'arabic',
        dir: folder('./node_modules/@fontsource/noto-sans-arabic/files'),
        pattern: '*-arabic-400-normal.woff',
      },
      {
        baseName: 'han',
        dir: folder('./node_modules/@fontsource/noto-sans-sc/files'),
        pattern: '*-chinese-simplified-400-normal.woff',
      },
    ],
  },
  typescript: {
    strict: true,
    typeCheck: false,
    tsConfig: { vueCompilerOptions: { strictTemplates: true, dataAttributes: ['data-*'] } },
  },
  telemetry: false,
  eslint: { config: { stylistic: false, standalone: true } },
  primevue: {
    // By name of the list below alone: else the library's own would go before ours of the same name.
    autoImport: false,
    components: {
      // The list of options is one of ours over the library's (components/frame/Select.ts).
      include: ['Button', 'Checkbox', 'Dialog', 'InputText', 'Message', 'ProgressBar', 'Textarea'],
    },
    directives: { include: [] },
    // A dialog is there, or it is not: one that is still coming or going would take keys that are meant for another place.
    // The theme is a style sheet of ours (assets/library.css), made once and not at every start.
    options: { theme: 'none', ripple: false, pt: { dialog: { transition: { css: false } } } },
  },
  security: {
    headers: {
      // Workers are served without this header, and would be blocked by it.
      crossOriginEmbedderPolicy: false,
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        'script-src': ["'self'", "'nonce-{{nonce}}'", "'strict-dynamic'"],
        // Rules only by nonce; a component may place a box by its own style attribute, which no rule can.
        'style-src': ["'self'", "'nonce-{{nonce}}'"],
        'style-src-attr': ["'unsafe-inline'"],
        'font-src': ["'self'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'connect-src': ["'self'"],
        'worker-src': ["'self'", 'blob:'],
        'frame-ancestors': ["'none'"],
        'upgrade-insecure-requests': false,
      },
      strictTransportSecurity: false,
    },
    corsHandler: false,
    rateLimiter: false,
    removeLoggers: false,
    xssValidator: false,
    // Every body is counted as it is read (server/utils/route), whatever its length is said to be.
    requestSizeLimiter: false,
  },
})
