import { fileOfPrint } from '../../../services/prints'

export default route(async (event) => {
  const person = await requirePerson(event)
  const { file, request, sectionIds } = await fileOfPrint(await useDb(), person.id, printParam(event))
  // What was asked for in a role, or of classes, that are no longer theirs stays shut.
  if (request.of.what === 'school') await requireRegistrar(event)
  else for (const id of sectionIds) await requireTeaching(person, id)
  const isZip = request.each
  setResponseHeaders(event, {
    'content-type': isZip ? 'application/zip' : 'application/pdf',
    'content-disposition': isZip ? 'attachment; filename="report-cards.zip"' : 'inline; filename="report-cards.pdf"',
    'cache-control': 'no-store',
  })
  return Buffer.from(file)
})
