/**
 * The walls of the house: which rooms may know which, and that nothing goes round in a circle. `npm run lint` holds them
 * over the whole repository; `tests/core/walls.test.ts` shows that a forbidden import fails.
 */

const error = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to })

/** Inside the core: what each room may know besides the words that all share (`fields`, `text`, `kind`, `same`). */
const rooms = {
  number: [],
  calendar: ['number'],
  scales: ['number'],
  scores: ['number', 'calendar', 'scales', 'plan'],
  plan: ['number', 'calendar', 'scales', 'proficiency'],
  grading: ['number', 'calendar', 'scales', 'scores', 'plan'],
  proficiency: ['number', 'calendar', 'scales', 'scores', 'plan', 'grading'],
  remarks: ['number', 'grading'],
}
const words = ['fields', 'text', 'kind', 'same', 'kinds', 'records', 'section', 'desired', 'message', 'ground']

/** Whatever draws, serves or stores. */
const frameworks =
  '^(vue|@vue|vue-router|nuxt|pinia|primevue|@primevue|@vueuse|h3|nitropack|drizzle-orm|pg|@electric-sql)(/|$)'
const installed =
  '(^|node_modules/)(vue|@vue|vue-router|nuxt|pinia|primevue|@primevue|@vueuse|h3|nitropack|drizzle-orm|pg|@electric-sql)/'

export default {
  forbidden: [
    error('no-circles', 'What goes round in a circle cannot be read one file at a time.', {}, { circular: true }),
    error(
      'core-knows-the-job-only',
      'The core knows the job and nothing else.',
      { path: '^core/' },
      {
        path: `^(app|server|shared|standins|demo|tests|bench|scripts|build)/|${frameworks}|${installed}`,
      },
    ),
    error(
      'core-has-no-machine',
      'The core has no files, processes or network.',
      { path: '^core/' },
      {
        dependencyTypes: ['core'],
      },
    ),
    ...Object.entries(rooms).map(([room, known]) =>
      error(
        `core-${room}`,
        `core/${room} knows ${['itself', ...known].join(', ')} only.`,
        { path: `^core/${room}/` },
        {
          path: '^core/',
          pathNot: `^core/((${[room, ...known].join('|')})/|(${words.join('|')})\\.ts$)`,
        },
      ),
    ),
    error(
      'number-knows-nobody',
      'core/number knows nobody.',
      { path: '^core/number/' },
      {
        path: '^core/',
        pathNot: '^core/number/',
      },
    ),
    error(
      'shared-is-a-contract',
      'shared/ is what app and server say to each other.',
      { path: '^shared/' },
      {
        path: `^(app|server|standins|demo|tests)/|${installed}`,
      },
    ),
    error(
      'app-talks-over-http',
      'The app talks to the server over HTTP only.',
      { path: '^app/' },
      {
        path: '^(server|standins|demo|tests)/|(^|node_modules/)(drizzle-orm|pg|@electric-sql)/',
      },
    ),
    error(
      'server-knows-no-app',
      'The server knows shared and core.',
      { path: '^server/' },
      {
        path: '^(app|standins|demo|tests)/|(^|node_modules/)(vue|pinia|primevue)/',
      },
    ),
    error(
      'standins-share-nothing',
      'The stand-ins share only the open formats with the product.',
      { path: '^standins/' },
      {
        path: '^(app|core|server|shared|demo|tests)/',
      },
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(\\.nuxt|\\.output|\\.data)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.walls.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.mjs', '.js', '.vue', '.json'] },
  },
}
