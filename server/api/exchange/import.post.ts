import { keepRoster } from '../../services/exchange'
import { Problem } from '../../services/problem'
import { readRosterZip } from '../../services/roster-zip'

export default route(async (event) => {
  const person = await requirePerson(event)
  const part = (await readMultipartFormData(event))?.find((each) => each.name === 'file')
  if (!part) throw new Problem(422, 'no-file', 'Choose a zip of OneRoster CSV files first.')
  return keepRoster(await useDb(), readRosterZip(part.data), person, schoolToday(), 'import')
})
