import { connectionRequest } from '#shared/connections'
import { addConnection } from '../../services/connections'

export default route(async (event) => {
  await requireRegistrar(event)
  const request = await bodyAs(event, connectionRequest)
  return { id: await addConnection(await useDbToWrite(), request, sealingPassword()) }
})
