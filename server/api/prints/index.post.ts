import { printRequest } from '../../../shared/prints'
import { askForPrint } from '../../services/prints'

export default route(async (event) => {
  const person = await requirePerson(event)
  const request = await bodyAs(event, printRequest)
  if (request.of.what === 'class') await requireTeaching(person, request.of.sectionId)
  if (request.of.what === 'school') await requireRegistrar(event)
  const id = await askForPrint(await useDbToWrite(), person.id, request)
  await (await useJobs()).wake('print', { printId: id })
  return { id }
})
