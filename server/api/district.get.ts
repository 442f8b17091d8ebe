import { levelScalesIn, policyIn, scalesIn, scaleUses } from '../services/district'
import { offeredTo } from '../services/offered'

export default route(async (event) => {
  await requireRegistrar(event)
  const db = await useDb()
  const offered = await offeredTo(db, [], ['policy', 'scale', 'levelScale'])
  const { policy, scale, levelScale } = offered.district
  return {
    ...(await policyIn(db, policy)),
    scales: scalesIn(offered),
    own: scale,
    levelScales: levelScalesIn(offered),
    ownLevels: levelScale,
    uses: await scaleUses(db),
  }
})
