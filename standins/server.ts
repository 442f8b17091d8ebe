import { createServer, type RequestListener } from 'node:http'
import { join } from 'node:path'
import { createApp, defineEventHandler, setHeader, toNodeListener } from 'h3'
import { noFaults } from './faults'
import { Held } from './held'
import { page, workPage } from './page'
import { mounted, partner } from './partner'

const folder = process.env.STANDINS_DIR ?? '.data/standins'
const port = Number(process.env.STANDINS_PORT ?? 4180)
const options = {
  clientId: process.env.STANDINS_CLIENT ?? 'yukata',
  clientSecret: process.env.STANDINS_SECRET ?? 'stand-in',
}

/** Both stand-ins, the district's system under `/sis` and the classroom app under `/classroom`, with what their folder holds. */
function standins(): RequestListener {
  const stations = [
    { name: 'The district', base: '/sis', held: new Held(join(folder, 'sis')), faults: noFaults() },
    { name: 'The classroom app', base: '/classroom', held: new Held(join(folder, 'classroom')), faults: noFaults() },
  ]
  const app = createApp()
  app.use(
    '/',
    defineEventHandler((event) => {
      if (event.path !== '/') return
      setHeader(event, 'content-type', 'text/html; charset=utf-8')
      return page(stations)
    }),
  )
  const work = '/classroom/work'
  const [, classroom] = stations as [(typeof stations)[0], (typeof stations)[0]]
  app.use(
    work,
    defineEventHandler((event) => {
      setHeader(event, 'content-type', 'text/html; charset=utf-8')
      return workPage(classroom.held, decodeURIComponent(event.path.slice(1)))
    }),
  )
  for (const each of stations) {
    const own = each === classroom ? { ...options, workPath: work } : options
    app.use(each.base, mounted(each.base, partner(each.held, own, each)))
  }
  return toNodeListener(app)
}

let answer = standins()
// A script loaded with `--import` can have the folder read again, as tests do between two worlds.
Object.assign(globalThis, {
  [Symbol.for('yukata.lifecycle')]: { open: () => (answer = standins()), close: () => {} },
})

const server = createServer((request, response) => answer(request, response))
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken. Stop what uses it, or set STANDINS_PORT.` : error.message,
  )
  process.exit(1)
})
server.listen(port, '127.0.0.1', () => console.log(`[stand-ins] http://127.0.0.1:${port}`))
