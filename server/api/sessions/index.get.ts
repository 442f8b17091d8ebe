import { sessionsOf } from '../../services/sessions'

export default route(async (event) => sessionsOf(await useDb(), await requirePerson(event)))
