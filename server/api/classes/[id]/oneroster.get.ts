import { strToU8, zipSync } from 'fflate'
import { z } from 'zod'
import { versions } from '../../../../core/formats/oneroster/gradebook'
import { gradebookFiles } from '../../../../core/formats/oneroster/csv-gradebook'
import { thingsOf } from '../../../services/exchange/prepare'

const query = z.object({ version: z.enum(versions).default('1.2') })

/** A class as a zip of OneRoster CSV, for a system that takes files. */
export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  const { version } = queryAs(event, query)
  const things = await thingsOf(await useDb(), sectionId)
  const files = gradebookFiles(things, version, schoolToday(), new Date().toISOString())
  setResponseHeaders(event, {
    'content-type': 'application/zip',
    'content-disposition': `attachment; filename="oneroster-${version}.zip"`,
    'cache-control': 'no-store',
  })
  return Buffer.from(zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)]))))
})
