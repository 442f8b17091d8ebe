import { jointId } from '../kind'
import { ofDecimal, type Ratio } from '../number/ratio'
import { record } from '../records'
import { levelOf, type Level } from '../scales/proficiency'
import { areaValue, type AreaPart } from './area'
import { calculatedLevel, named, type CalculatedLevel } from './calculated'
import { evidenceOf, pooled, type EvidenceItem } from './evidence-of'
import type { LevelWindow } from './window'

/** A student's level of a standard or an area in a period: what the evidence says, what the teacher says, and which stands. */
export interface PeriodLevel {
  evidence: EvidenceItem[]
  /** Goes on being calculated under an override. */
  calculated: CalculatedLevel | null
  override: Level | null
  reason: string
  /** The override if there is one, else the calculated level; null for not enough evidence. */
  effective: Level | null
  /** What an area's mean is made of, where the plan makes it so; else null. */
  parts: AreaPart[] | null
}

/**
 * The level of a standard or an area in a reporting window, with the teacher's own beside it.
 *
 * @example levelIn(levelWindow(snapshot, quarter2), 'ann', 's1').effective?.short // '3'
 */
export function levelIn(window: LevelWindow, studentId: string, standardId: string): PeriodLevel {
  const { snapshot, tree } = window
  const scale = window.scaleFor(standardId)
  const settings = window.plan.proficiency
  const given = record(snapshot.records, 'levelOverride', jointId(studentId, standardId, window.period.id))
  const override = levelOf(scale, given.level)
  const rest = { override, reason: given.reason }
  const own = evidenceOf(window, studentId, standardId)
  const isArea = tree.childrenOf(standardId).length > 0
  if (!isArea || settings.areas === 'pooled') {
    const evidence = isArea ? allBelow(window, studentId, standardId, own) : own
    const calculated = calculatedLevel(settings, scale, evidence)
    return { ...rest, evidence, calculated, effective: override ?? calculated?.level ?? null, parts: null }
  }
  const parts: AreaPart[] = tree.childrenOf(standardId).flatMap((child): AreaPart[] => {
    const found = levelIn(window, studentId, child.id)
    const value = valueThatStands(found)
    return value ? [{ standard: child, value, weight: child.weight, isOverride: found.override !== null }] : []
  })
  // Evidence at the area itself counts as one more standard.
  const here = calculatedLevel(settings, scale, own)
  if (here) parts.push({ standard: null, value: here.exact, weight: '1', isOverride: false })
  const exact = areaValue(parts)
  const calculated = exact && named(scale, exact)
  return { ...rest, evidence: own, calculated, effective: override ?? calculated?.level ?? null, parts }
}

/** The evidence at an area and at everything below it, in one order. */
function allBelow(
  window: LevelWindow,
  studentId: string,
  areaId: string,
  own: readonly EvidenceItem[],
): EvidenceItem[] {
  const below = window.tree.within(areaId).slice(1)
  return pooled(window, [...own, ...below.flatMap((each) => evidenceOf(window, studentId, each.id))])
}

/** The numeric value with which a level enters an area: that of its override, else the calculated one. */
function valueThatStands({ override, calculated }: PeriodLevel): Ratio | null {
  return override ? ofDecimal(override.value) : (calculated?.exact ?? null)
}
