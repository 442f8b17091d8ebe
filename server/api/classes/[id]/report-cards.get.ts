import { z } from 'zod'
import { reportCards } from '../../../services/report-cards'

const query = z.object({ period: z.string().min(1), student: z.string().optional() })

export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  const { period, student } = queryAs(event, query)
  const cards = await reportCards(await useDb(), sectionId, period, student ?? null, schoolToday())
  setResponseHeaders(event, {
    'content-type': 'application/pdf',
    'content-disposition': 'inline; filename="report-cards.pdf"',
    'cache-control': 'no-store',
  })
  return Buffer.from(await drawReportCards(cards))
})
