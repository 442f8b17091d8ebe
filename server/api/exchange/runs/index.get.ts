import { recentRuns } from '../../../services/exchange/run'

export default route(async (event) => recentRuns(await useDb(), await requirePerson(event)))
