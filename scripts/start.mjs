// Starts the built product, and says in one sentence what stands in the way of it. Plain Node.
import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'

const server = join(dirname(fileURLToPath(import.meta.url)), '..', '.output', 'server', 'index.mjs')
const port = process.env.NITRO_PORT ?? process.env.PORT ?? '3000'

function stop(words) {
  console.error(words)
  process.exit(1)
}

const [major, minor] = process.versions.node.split('.').map(Number)
if (major < 20 || (major === 20 && minor < 19)) stop(`Node 20.19 or newer is needed; this is ${process.versions.node}.`)
if (!existsSync(server)) stop('The product is not built yet. Build it: npm ci && npm run build')

process.prependListener('uncaughtException', (error) => {
  if (error.code === 'EADDRINUSE')
    stop(`Port ${error.port ?? port} is taken. Stop what uses it, or choose another by PORT.`)
  if (error.code === 'EACCES' && error.syscall === 'listen')
    stop(`Port ${error.port ?? port} may not be used by this user. Choose one above 1023 by PORT.`)
})
await import(pathToFileURL(server).href)
