import { policyOutlookRequest } from '../../shared/plans'
import { policyOutlook } from '../services/policy-outlook'

export default route(async (event) => {
  await requireRegistrar(event)
  const { policy } = await bodyAs(event, policyOutlookRequest)
  return policyOutlook(await useDb(), policy, schoolToday())
})
