import { bankIn, bankUses } from '../services/bank'
import { offeredTo } from '../services/offered'

/** The comment banks that a person sees, and the entries that are theirs to change: the office's are the district's. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDb()
  const isOffice = person.role === 'registrar'
  const offered = await offeredTo(db, isOffice ? [] : [person.id], ['bankEntry', 'bankStar'])
  const { bankEntry, bankStar } = offered.own[0] ?? offered.district
  const bank = bankIn(offered)
  return { bank, own: bankEntry, stars: bankStar, uses: isOffice ? {} : await bankUses(db, person.id, bank) }
})
