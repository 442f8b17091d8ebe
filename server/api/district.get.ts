import { DISTRICT, districtPolicy, levelScalesFor, scalesFor, scaleUses } from '../services/district'
import { readRecords } from '../services/records-store'

export default route(async (event) => {
  await requireRegistrar(event)
  const db = await useDb()
  const { scale, levelScale } = await readRecords(db, DISTRICT, ['scale', 'levelScale'])
  return {
    ...(await districtPolicy(db)),
    scales: await scalesFor(db, []),
    own: scale,
    levelScales: await levelScalesFor(db, []),
    ownLevels: levelScale,
    uses: await scaleUses(db),
  }
})
