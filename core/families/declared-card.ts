import type { Level } from '../scales/proficiency'
import type { FamilyGrade } from './family-grade'
import type { GradePart } from './grade-part'

/** A level as it was when the period was declared; what its standard says is read from the standard. */
export interface DeclaredLevel {
  standardId: string
  code: string
  isArea: boolean
  level: Pick<Level, 'value' | 'label' | 'short'> | null
}

/** What stood on a student's card when the period was declared, besides the remark. */
export interface DeclaredCard {
  /** The name as printed, and as the roster sorts it. */
  name: string
  rosterName: string
  isGraded: boolean
  grade: FamilyGrade | null
  parts: GradePart[]
  standards: DeclaredLevel[]
  habits: DeclaredLevel[]
}
