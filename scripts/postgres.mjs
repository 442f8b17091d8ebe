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
 * Starts a server of its own. It is as fast as it can be: nothing on it has to survive a power cut.
 *
 * @returns its address, and what stops it and deletes its files
 */
export async function startPostgres() {
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
  const settings = {
    listen_addresses: '127.0.0.1',
    unix_socket_directories: '',
    max_connections: '200',
    fsync: 'off',
    full_page_writes: 'off',
    synchronous_commit: 'off',
  }
  const options = Object.entries(settings).map(([name, value]) => `-c ${name}=${value}`)
  run('pg_ctl', ['-D', data, '-w', '-l', join(folder, 'log'), '-o', `-p ${port} ${options.join(' ')}`, 'start'])
  return {
    url: `postgresql://yukata@127.0.0.1:${port}/postgres`,
    stop() {
      run('pg_ctl', ['-D', data, '-m', 'immediate', 'stop'])
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/**
 * Runs the work with a server of its own, and stops the server afterwards.
 *
 * @param work gets the address of the server
 */
export async function withPostgres(work) {
  const { url, stop } = await startPostgres()
  try {
    return await work(url)
  } finally {
    stop()
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
