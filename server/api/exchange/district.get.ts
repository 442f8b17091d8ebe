import { districtOverview } from '../../services/exchange/overview'

/** How the exchange of every class stands. */
export default route(async (event) => {
  await requireRegistrar(event)
  return districtOverview(await useDb(), schoolToday())
})
