import { connectionRequest } from '#shared/connections'
import { changeConnection } from '../../../services/connections'

export default route(async (event) => {
  await requireRegistrar(event)
  const request = await bodyAs(event, connectionRequest)
  await changeConnection(await useDbToWrite(), connectionParam(event), request, sealingPassword())
  return { ok: true }
})
