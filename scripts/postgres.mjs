// A throwaway PostgreSQL server on the loopback, for the tests and the storm. Plain Node.
import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const clusters = '/usr/lib/postgresql'
const root = process.getuid?.() === 0

/** Whether Debian's package is there. */
export const hasPostgres = () =>
  existsSync(clusters) && execFileSync('ls', [clusters], { encoding: 'utf8' }).trim() !== ''

/**
 * Runs the work with a server of its own, and takes it away afterwards.
 *
 * @param work gets the address of the server
 */
export async function withPostgres(work) {
  const version = execFileSync('ls', [clusters], { encoding: 'utf8' }).trim().split('\n').at(-1)
  const folder = mkdtempSync(join(tmpdir(), 'yukata-postgresql-'))
  // PostgreSQL does not run as root: Debian's package made a user for it.
  const run = (name, args) => {
    const [command, all] = [join(clusters, version, 'bin', name), args]
    const [file, list] = root ? ['runuser', ['-u', 'postgres', '--', command, ...all]] : [command, all]
    execFileSync(file, list, { stdio: ['ignore', 'ignore', 'inherit'] })
  }
  if (root) execFileSync('chown', ['postgres', folder])
  const port = await freePort()
  const data = join(folder, 'data')
  run('initdb', ['-D', data, '-U', 'yukata', '--auth=trust', '--encoding=UTF8', '--locale=C', '--no-instructions'])
  const settings = `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories= -c max_connections=200`
  run('pg_ctl', ['-D', data, '-w', '-l', join(folder, 'log'), '-o', settings, 'start'])
  try {
    return await work(`postgresql://yukata@127.0.0.1:${port}/postgres`)
  } finally {
    run('pg_ctl', ['-D', data, '-m', 'immediate', 'stop'])
    rmSync(folder, { recursive: true, force: true })
  }
}

function freePort() {
  return new Promise((done, failed) => {
    const server = createServer()
      .on('error', failed)
      .listen(0, '127.0.0.1', () => {
        const { port } = server.address()
        server.close(() => done(port))
      })
  })
}
