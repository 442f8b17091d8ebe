import { z } from 'zod'

/**
 * A framework of standards as 1EdTech CASE 1.0 exchanges it (CFPackage). Required fields are those of the standard's
 * tables for CFDocument, CFPckgItem and CFPckgAssociation, from memory; what this product has no use for is passed over.
 */

const link = z.object({ title: z.string().default(''), identifier: z.string(), uri: z.string().default('') })
const words = z.string().nullish()

export const cfDocument = z.object({
  identifier: z.string(),
  uri: z.string(),
  creator: z.string(),
  title: z.string(),
  lastChangeDateTime: z.string(),
  CFPackageURI: link.optional(),
  adoptionStatus: words,
  description: words,
})

export const cfItem = z.object({
  identifier: z.string(),
  uri: z.string().default(''),
  fullStatement: z.string(),
  lastChangeDateTime: z.string().default(''),
  humanCodingScheme: words,
  abbreviatedStatement: words,
  listEnumeration: words,
  CFItemType: words,
  educationLevel: z.array(z.string()).nullish(),
  subject: z.array(z.string()).nullish(),
  statusEndDate: words,
})

export const associationTypes = [
  'isChildOf',
  'isPeerOf',
  'isPartOf',
  'exactMatchOf',
  'precedes',
  'isRelatedTo',
  'replacedBy',
  'exemplar',
  'hasSkillLevel',
  'isTranslationOf',
] as const

export const cfAssociation = z.object({
  identifier: z.string(),
  uri: z.string().default(''),
  associationType: z.enum(associationTypes),
  sequenceNumber: z.number().nullish(),
  originNodeURI: link,
  destinationNodeURI: link,
  lastChangeDateTime: z.string().default(''),
})

export const cfPackage = z.object({
  CFDocument: cfDocument,
  CFItems: z.array(cfItem).max(9000, 'field.items-most'),
  CFAssociations: z.array(cfAssociation),
})
export type CfPackage = z.infer<typeof cfPackage>
