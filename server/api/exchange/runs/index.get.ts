import { recentRuns } from '../../../services/exchange'

export default route(async (event) => recentRuns(await useDb(), await requirePerson(event)))
