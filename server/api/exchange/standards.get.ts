import { readCase } from '../../../core/formats/case/read'
import { noting } from '../../services/connections'
import { Problem } from '../../services/problem'

/** The frameworks of standards as the district's system has them now; nothing is changed by asking. */
export default route(async (event) => {
  await requireRegistrar(event)
  const frameworks = []
  const db = await useDb()
  const sis = await reachSis(db)
  for (const each of await noting(db, sis, () => sis.partner.frameworks())) {
    const read = readCase(JSON.stringify(each))
    if ('fault' in read) throw new Problem(502, 'partner-standards', { fault: read.fault })
    frameworks.push(read.framework)
  }
  return { frameworks }
})
