import type { ReportCard } from '#core/report-card/card'
import { shippedLevels } from '#core/scales/shipped-levels'

const level = (place: number) => shippedLevels.levels[place]!
const standard = (code: string, statement: string, place: number) => ({
  ...{ standardId: code, code, statement, level: level(place), isArea: false, habit: false },
})

/** Nobody's card, to see a layout by. */
export const sampleCard: ReportCard = {
  studentId: 'sample',
  student: 'Marisol Vânătoru-Pike',
  rosterName: 'Vânătoru-Pike, Marisol',
  left: false,
  school: 'Marram Point Middle School',
  schoolId: '',
  period: { title: 'Quarter 2', firstDay: '2026-11-02', lastDay: '2026-12-16' },
  classes: [
    {
      course: 'Earth Systems 7',
      className: 'Earth Systems 7A',
      teachers: ['Odile Marchetti'],
      declared: true,
      isGraded: true,
      grade: { percent: '88.7', label: 'B+', unadjusted: null, computed: null, incompleteUntil: null, line: '' },
      parts: [
        { name: 'Tests', weight: '70.0', result: '87.5 %' },
        { name: 'Field notes', weight: '30.0', result: '91.5 %' },
      ],
      standards: [
        standard('ES.1', 'Explains how water shapes the land', 0),
        standard('ES.2', 'Reads a model and says what it leaves out', 1),
      ],
      habits: [],
      scales: [shippedLevels],
      remark:
        'Marisol explains every step she takes and checks it. Next, she is ready to question her own evidence, as scientists do when a model and the shore do not agree.',
    },
  ],
}
