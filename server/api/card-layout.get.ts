import { cardsOffice } from '../services/report-cards'

export default route(async (event) => {
  await requireRegistrar(event)
  return cardsOffice(await useDb(), schoolToday())
})
