<script setup lang="ts">
import { jointId } from '#core/kind'
import { evidenceAt } from '#core/proficiency/evidence-of'
import { nameOfStandard } from '#core/proficiency/standards'
import { allowedLevels, levelOf } from '#core/scales/proficiency'
import { useClassStore } from '~/stores/class'
import { originWords } from '~/words/origins'

/** One score and the standards that its assignment shows: what it shows of each, and a level given in its place. */
const props = defineProps<{ studentId: string; assignmentId: string }>()
const classStore = useClassStore()
const assignment = computed(() => classStore.get('assignment', props.assignmentId))
const cell = computed(() => classStore.get('cell', jointId(props.studentId, props.assignmentId)))

/** What the cell shows of each standard of the assignment, and the level given for it. */
const shown = computed(() => {
  const levels = classStore.levels!
  return assignment.value.standardIds.flatMap((standardId) => {
    void cell.value
    const standard = levels.tree.get(standardId)
    if (!standard) return []
    const scale = levels.scaleFor(standardId)
    const found = evidenceAt(levels, props.studentId, { ...assignment.value, id: props.assignmentId }, standardId)
    const given = jointId(props.studentId, props.assignmentId, standardId)
    return [
      {
        id: standardId,
        standard,
        scale,
        given,
        present: classStore.get('evidence', given).level,
        level: found?.level ?? null,
        words: found && levelOf(scale, found.level) ? originWords[found.origin].replace(/^, /, '') : '',
      },
    ]
  })
})
const giveLevel = (given: string, present: string | null, level: string) =>
  void classStore.change('level', [{ kind: 'evidence', id: given, to: { level: present === level ? null : level } }])
/** One level for every standard of the assignment that is judged in its scale. */
function giveAll(level: string): void {
  const of = shown.value.filter((each) => levelOf(each.scale, level))
  void classStore.change(
    'level',
    of.map((each) => ({ kind: 'evidence' as const, id: each.given, to: { level } })),
  )
}
</script>

<template>
  <fieldset v-if="shown.length" class="standards">
    <legend class="label">Levels of its standards</legend>
    <div v-if="shown.length > 1" class="row-of" role="group" aria-label="One level for all its standards">
      <span class="soft small">all</span>
      <LevelButtons :levels="allowedLevels(shown[0]!.scale)" of="for all its standards" @choose="giveAll" />
    </div>
    <div v-for="each in shown" :key="each.id" class="of" :title="each.standard.statement">
      <LevelMark :scale="each.scale" :value="each.level" small />
      <b>{{ nameOfStandard(each.standard) }}</b>
      <LevelButtons
        :label="`Level of ${nameOfStandard(each.standard)}`"
        :levels="allowedLevels(each.scale)"
        :pressed="each.present"
        @choose="giveLevel(each.given, each.present, $event)"
      />
      <small v-if="each.words" class="soft">{{ each.words }}</small>
    </div>
  </fieldset>
</template>

<style scoped>
.of {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 7px;
  align-items: center;
  margin-top: 5px;
  font-size: 12.5px;
}
</style>
