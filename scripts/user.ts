import { randomUUID } from 'node:crypto'
import { createInterface } from 'node:readline/promises'
import { parseArgs } from 'node:util'
import { openDb } from '../server/database/client'
import { users } from '../server/database/schema'
import { hashOf } from '../server/services/passwords'
import { setPassword } from '../server/services/sign-in'

/**
 * Gives a person a password: a teacher who came with the roster, or a registrar, who is added.
 *
 *     npm run user -- --email office@district.example [--registrar "Given Family"]
 *
 * The password is read from the terminal, so that it stands in no history. Stop the product first, unless it runs on
 * PostgreSQL: the built-in database serves one process.
 */
const SHORTEST = 12

const { values } = parseArgs({ options: { email: { type: 'string' }, registrar: { type: 'string' } } })
if (!values.email) fail('Name the person: npm run user -- --email office@district.example')
const terminal = createInterface({ input: process.stdin, output: process.stdout })
const password = (await terminal.question(`Password (${SHORTEST} characters or more): `)).trim()
terminal.close()
if (password.length < SHORTEST) fail(`The password needs ${SHORTEST} characters or more.`)

const { db, close } = await openDb({
  databaseUrl: process.env.DATABASE_URL,
  dataDir: process.env.NUXT_DATA_DIR ?? '.data/records',
})
if (values.registrar) {
  const [givenName = '', ...rest] = values.registrar.split(' ')
  await db.insert(users).values({
    id: randomUUID(),
    role: 'registrar',
    email: values.email!.toLowerCase(),
    givenName,
    familyName: rest.join(' '),
    passwordHash: await hashOf(password),
  })
  console.log('The registrar can sign in now.')
} else if (await setPassword(db, values.email!, password)) console.log('The password is set.')
else console.error('Nobody here has that address. Pull the roster first, or add --registrar "Given Family".')
await close()

function fail(words: string): never {
  console.error(words)
  process.exit(1)
}
