import { noting } from '../../../services/connections'

/** Says which part of a connection works. Nothing is changed by asking. */
export default route(async (event) => {
  await requireRegistrar(event)
  const db = await useDb()
  const reached = await reachAny(db, connectionParam(event))
  return noting(db, reached, () => reached.partner.tryOut())
})
