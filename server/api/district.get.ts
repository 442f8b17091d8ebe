import { DISTRICT, districtPolicy, scalesFor, scaleUses } from '../services/district'
import { readRecords } from '../services/records-store'

export default route(async (event) => {
  await requireRegistrar(event)
  const db = await useDb()
  const { scale } = await readRecords(db, DISTRICT, ['scale'])
  return { ...(await districtPolicy(db)), scales: await scalesFor(db, []), own: scale, uses: await scaleUses(db) }
})
