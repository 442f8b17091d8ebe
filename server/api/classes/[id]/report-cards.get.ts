import { z } from 'zod'
import { compose } from '../../../../core/report-card/compose'
import { cardLayoutOf, schoolHeadsOf } from '../../../services/district'
import { reportCards } from '../../../services/report-cards'

const query = z.object({ period: z.string().min(1), student: z.string().min(1) })

/** One student's card, at once. Those of a class are drawn by the queue. */
export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  const { period, student } = queryAs(event, query)
  const db = await useDb()
  const layout = await cardLayoutOf(db)
  const today = schoolToday()
  const cards = (await reportCards(db, sectionId, period, student, today)).map((card) => compose(layout, card))
  const { file } = await drawCards({ cards, layout, heads: await schoolHeadsOf(db), printed: today })
  setResponseHeaders(event, {
    'content-type': 'application/pdf',
    'content-disposition': 'inline; filename="report-card.pdf"',
    'cache-control': 'no-store',
  })
  return Buffer.from(file)
})
