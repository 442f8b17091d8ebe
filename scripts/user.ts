import { randomUUID } from 'node:crypto'
import { createInterface } from 'node:readline/promises'
import { parseArgs } from 'node:util'
import { openDb } from '../server/database/client'
import { users } from '../server/database/schema'
import { sentenceOf } from '../server/database/start-faults'
import { hashOf } from '../server/services/passwords'
import { setEnabled, setPassword } from '../server/services/sign-in'
import { SHORTEST_PASSWORD } from '../shared/person'

/**
 * Gives a person a password: a teacher who came with the roster, or a registrar, who is added. Or switches somebody off
 * and on again; whoever is switched off, or has a new password, is signed out everywhere.
 *
 *     npm run user -- --email office@district.example [--registrar "Given Family"] [--off | --on]
 *
 * The password is read from the terminal, so that it stands in no history. Stop the product first, unless it runs on
 * PostgreSQL: the built-in database serves one process.
 */
const { values } = parseArgs({
  options: {
    email: { type: 'string' },
    registrar: { type: 'string' },
    off: { type: 'boolean' },
    on: { type: 'boolean' },
  },
})
const NOBODY = 'Nobody here has that address. Pull the roster first, or add --registrar "Given Family".'

try {
  console.log(await work(values.email ?? fail('Name the person: npm run user -- --email office@district.example')))
} catch (error) {
  fail(sentenceOf(error))
}

async function work(email: string): Promise<string> {
  const isSwitch = values.off || values.on
  const password = isSwitch ? '' : await ask()
  const { db, close } = await openDb({
    databaseUrl: process.env.DATABASE_URL,
    dataDir: process.env.NUXT_DATA_DIR ?? '.data/records',
  })
  try {
    if (isSwitch)
      return (await setEnabled(db, email, !values.off)) ? (values.off ? 'Switched off.' : 'Switched on.') : NOBODY
    if (!values.registrar) return (await setPassword(db, email, password)) ? 'The password is set.' : NOBODY
    const [givenName = '', ...rest] = values.registrar.split(' ')
    await db.insert(users).values({
      id: randomUUID(),
      role: 'registrar',
      email: email.toLowerCase(),
      givenName,
      familyName: rest.join(' '),
      passwordHash: await hashOf(password),
    })
    return 'The registrar can sign in now.'
  } finally {
    await close()
  }
}

async function ask(): Promise<string> {
  const terminal = createInterface({ input: process.stdin, output: process.stdout })
  const password = (await terminal.question(`Password (${SHORTEST_PASSWORD} characters or more): `)).trim()
  terminal.close()
  if (password.length < SHORTEST_PASSWORD) fail(`The password needs ${SHORTEST_PASSWORD} characters or more.`)
  return password
}

function fail(words: string): never {
  console.error(words)
  process.exit(1)
}
