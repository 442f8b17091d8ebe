import { bankFor, bankUses } from '../services/bank'
import { DISTRICT } from '../services/district'
import { readRecords } from '../services/records-store'

/** The comment banks that a person sees, and the entries that are theirs to change: the office's are the district's. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDb()
  const isOffice = person.role === 'registrar'
  const { bankEntry, bankStar } = await readRecords(db, isOffice ? DISTRICT : person.id, ['bankEntry', 'bankStar'])
  const bank = await bankFor(db, isOffice ? [] : [person.id])
  return { bank, own: bankEntry, stars: bankStar, uses: isOffice ? {} : await bankUses(db, person.id, bank) }
})
