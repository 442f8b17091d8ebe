import { execFileSync } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, mkdtempSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { copyOfDatabase } from './database'

const SEED = '.output/tools/seed.mjs'
const TEMPLATES = '.output/worlds'

interface World {
  /** `35x40`: one class of that size in place of the demo's world. */
  wide: string | undefined
  builtIn: boolean
}

/**
 * Copies a seeded world into a folder. Seeding takes seconds, so it is done once: the folders of records and stand-ins for
 * each build, the database for each PostgreSQL server.
 *
 * @returns the database's address, if it is on PostgreSQL
 */
export async function copyWorld(folder: string, { wide, builtIn }: World): Promise<string | undefined> {
  if (!existsSync(SEED)) throw new Error('Build first: npm run build')
  const name = `${wide ?? 'demo'}-${Math.round(statSync(SEED).mtimeMs)}`
  const seed = (into: string, databaseUrl = ''): void => {
    const args = ['--data', join(into, 'records'), '--standins', join(into, 'standins')]
    execFileSync(process.execPath, [SEED, ...args, ...(wide ? ['--wide', wide] : [])], {
      env: { ...process.env, DATABASE_URL: databaseUrl },
      stdio: ['ignore', 'ignore', 'inherit'],
    })
  }
  const onServer = join(TEMPLATES, `${name}-postgres`)
  const databaseUrl = builtIn
    ? undefined
    : await copyOfDatabase(name, (url) => void make(onServer, (into) => seed(into, url)))
  const template = databaseUrl ? onServer : join(TEMPLATES, name)
  if (!databaseUrl && !existsSync(template)) make(template, seed)
  cpSync(template, folder, { recursive: true })
  return databaseUrl
}

/** Makes a folder under another name first, so that whoever finds it finds all of it. */
function make(template: string, fill: (into: string) => void): void {
  mkdirSync(TEMPLATES, { recursive: true })
  const made = mkdtempSync(join(TEMPLATES, 'unfinished-'))
  fill(made)
  try {
    renameSync(made, template)
  } catch {
    // Someone else made the same one meanwhile.
    rmSync(made, { recursive: true })
  }
}
