import { listConnections } from '../../services/connections'

export default route(async (event) => {
  await requireRegistrar(event)
  return listConnections(await useDb())
})
