import { removeConnection } from '../../../services/connections'

export default route(async (event) => {
  await requireRegistrar(event)
  await removeConnection(await useDbToWrite(), connectionParam(event))
  return { ok: true }
})
