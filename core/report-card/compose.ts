import type { FamilyGrade } from '../families/family-grade'
import type { StandardLevel } from '../proficiency/standard-level'
import { fitted } from '../remarks/lines'
import type { ProficiencyScale } from '../scales/proficiency'
import type { ClassCard, ReportCard } from './card'
import { remarkBox, type BlockName, type CardLayout } from './layout'
import type { GradePart } from '../families/grade-part'

/** One thing that stands on a card. Its heading and fixed words are the layout's language's. */
export type Block =
  | { block: 'grade'; grade: FamilyGrade | null }
  | { block: 'parts'; parts: GradePart[] }
  | { block: 'levels' | 'habits'; levels: StandardLevel[] }
  /** No levels where the class gives nothing else. */
  | { block: 'no-levels' }
  | { block: 'remark'; lines: string[]; most: number }
  | { block: 'legend'; scales: ProficiencyScale[] }
  | { block: 'signatures'; names: string[] }

/** A card as it is drawn: its head, what each class says, and what stands once at its end. */
export interface ComposedCard extends Pick<
  ReportCard,
  'student' | 'rosterName' | 'school' | 'schoolId' | 'left' | 'period'
> {
  classes: (Pick<ClassCard, 'course' | 'className' | 'teachers' | 'declared'> & { blocks: Block[] })[]
  end: Block[]
}

/** What stands once on a card, however many classes it is of. */
const once: ReadonlySet<BlockName> = new Set(['legend', 'signatures'])

/**
 * Lays a card out: the blocks of the layout, in its order, those that have something to say. What families may see was
 * decided before, in `core/families`.
 *
 * @example compose({ ...layout, blocks: ['remark'] }, card).classes[0]?.blocks[0]?.block // 'remark'
 */
export function compose(layout: CardLayout, card: ReportCard): ComposedCard {
  const { student, rosterName, school, schoolId, left, period } = card
  const ofClass = layout.blocks.filter((name) => !once.has(name))
  return {
    ...{ student, rosterName, school, schoolId, left, period },
    classes: card.classes.map((section) => ({
      ...{
        course: section.course,
        className: section.className,
        teachers: section.teachers,
        declared: section.declared,
      },
      blocks: ofClass.flatMap((name) => blockOf(name, section, layout)),
    })),
    end: layout.blocks
      .filter((name) => once.has(name))
      .flatMap((name): Block[] => (name === 'legend' ? legend(card) : signatures(layout))),
  }
}

function blockOf(name: BlockName, card: ClassCard, layout: CardLayout): Block[] {
  switch (name) {
    case 'grade':
      return card.isGraded ? [{ block: name, grade: card.grade }] : []
    case 'parts':
      return card.parts.length ? [{ block: name, parts: card.parts }] : []
    case 'levels':
      if (card.standards.length) return [{ block: name, levels: card.standards }]
      return card.isGraded || card.habits.length ? [] : [{ block: 'no-levels' }]
    case 'habits':
      return card.habits.length ? [{ block: name, levels: card.habits }] : []
    case 'remark': {
      const box = remarkBox(layout)
      return [{ block: name, lines: fitted(card.remark, box).lines.map((line) => line.text), most: box.lines }]
    }
    default:
      return []
  }
}

function legend({ classes }: ReportCard): Block[] {
  const scales = new Map(classes.flatMap((each) => each.scales).map((scale) => [scale.id, scale]))
  return scales.size ? [{ block: 'legend', scales: [...scales.values()] }] : []
}

const signatures = ({ signatures: names }: CardLayout): Block[] =>
  names.length ? [{ block: 'signatures', names }] : []
