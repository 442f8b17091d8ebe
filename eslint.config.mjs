import prettier from 'eslint-config-prettier/flat'
import withNuxt from './.nuxt/eslint.config.mjs'

const frameworks = [
  'vue',
  'vue/*',
  '@vue/*',
  'vue-router',
  'nuxt',
  'nuxt/*',
  'pinia',
  'primevue/*',
  '@vueuse/*',
  'h3',
  'nitropack',
  '#imports',
  '#app',
  '#app/*',
  '~/*',
]
const databases = ['drizzle-orm', 'drizzle-orm/*', 'pg', '@electric-sql/*']

/** Holds the directions in which folders may know each other: what may not be imported, and why. */
const bounds = (name, files, group, message) => ({
  name,
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] },
})

/** Inside the core, by the parent folder that an import climbs to. */
const above = (...folders) => folders.flatMap((folder) => [`**/${folder}/*`, `../${folder}/*`])

export default withNuxt(
  { ignores: ['.output/**', '.data/**', '.playwright/**', 'server/database/migrations/**'] },
  {
    rules: {
      // A row of a sheet or a list reads best in the words of the trade, which are often one word.
      'vue/multi-word-component-names': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
    },
  },
  bounds(
    'core-knows-the-job-only',
    ['core/**/*.ts'],
    [
      ...frameworks,
      ...databases,
      'node:*',
      '**/app/**',
      '**/server/**',
      '**/shared/**',
      '**/standins/**',
      '**/demo/**',
    ],
    'The core knows the job and nothing else.',
  ),
  bounds('number-knows-nobody', ['core/number/*.ts'], ['../*', '../**'], 'core/number knows nobody.'),
  bounds(
    'calendar-knows-number',
    ['core/calendar/*.ts'],
    above('acts', 'grading', 'proficiency', 'remarks', 'looseends', 'exchange', 'formats', 'scores', 'scales'),
    'core/calendar is below these.',
  ),
  bounds(
    'grading-is-below',
    ['core/grading/*.ts'],
    above('proficiency', 'looseends', 'exchange', 'formats'),
    'core/grading is below these.',
  ),
  bounds(
    'shared-is-a-contract',
    ['shared/**/*.ts'],
    [...frameworks, ...databases, 'node:*', '**/app/**', '**/server/**'],
    'shared/ is what app and server say to each other.',
  ),
  bounds(
    'app-talks-over-http',
    ['app/**/*.{ts,vue}'],
    [...databases, 'node:*', '**/server/**', '**/standins/**', '**/demo/**'],
    'The app talks to the server over HTTP only.',
  ),
  bounds(
    'server-knows-no-app',
    ['server/**/*.ts'],
    ['vue', 'pinia', '**/app/**', '**/standins/**', '**/demo/**'],
    'The server knows shared and core.',
  ),
  bounds(
    'standins-share-nothing',
    ['standins/**/*.ts'],
    ['#core/*', '#shared/*', '**/app/**', '**/server/**', '**/core/**', '**/shared/**', '**/demo/**'],
    'The stand-ins share only the open formats with the product.',
  ),
  {
    name: 'names-of-a-component-property',
    files: ['**/*.vue'],
    // Hyphenated, the type checker takes it for an attribute that the component does not know.
    rules: { 'vue/attribute-hyphenation': ['error', 'always', { ignore: ['ariaLabelledby', 'ariaLabel'] }] },
  },
  {
    name: 'core-has-no-clock',
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'crypto', 'localStorage'],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The core has no clock.' },
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'The core has no clock.',
        },
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'The core has no dice.',
        },
      ],
    },
  },
  prettier,
)
