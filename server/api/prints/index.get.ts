import { printsOf } from '../../services/prints'

export default route(async (event) => printsOf(await useDb(), (await requirePerson(event)).id))
