import { learntRules } from '../../../../core/exchange/learnt'
import { courseworkOf, intakeOf, readSource } from '../../../services/exchange/intake'

/** What the classroom app has for a class now, for rules to be tried on. Nothing is changed by asking. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const db = await useDb()
  const { snapshot, intake } = await intakeOf(db, sectionId)
  const app = await reachClassroom(db, intake.connectionId)
  const { coursework } = await courseworkOf(db, app, { snapshot, intake }, person.id)
  return { coursework, learnt: learntRules(snapshot, intake, coursework, await readSource(db, sectionId)) }
})
