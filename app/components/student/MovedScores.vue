<script setup lang="ts">
import { say } from '~/words/say'
import { movedScores } from '#core/roster/moved-scores'
import { fullName, type ClassSnapshot, type Student } from '#core/section'
import { classResponse, moversResponse, type Mover } from '#shared/class'
import { useClassStore } from '~/stores/class'
import { ApiProblem, ask } from '~/composables/useApi'
import { shortDay, counted } from '~/composables/useWords'

/** Brings a student's scores over from another class of the course that they were in. */
const props = defineProps<{ student: Student }>()
const classStore = useClassStore()

const movers = ref<Mover[]>([])
const from = shallowRef<{ mover: Mover; snapshot: ClassSnapshot } | null>(null)
const problem = ref('')
const here = classStore.snapshot!.section.id
movers.value = await ask(`/api/classes/${here}/movers`, moversResponse).catch(() => [])

const own = computed(() => movers.value.filter((each) => each.studentId === props.student.id))
const moved = computed(() => {
  return from.value && movedScores(from.value.snapshot, classStore.about(props.student.id), props.student.id)
})

async function look(mover: Mover): Promise<void> {
  problem.value = ''
  try {
    const snapshot = await ask(`/api/classes/${mover.sectionId}`, classResponse)
    from.value = { mover, snapshot: markRaw(snapshot) }
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  }
}
function bring(): void {
  classStore.change('move scores', moved.value!.desired)
  from.value = null
}
</script>

<template>
  <div>
    <p v-for="mover in own" :key="mover.sectionId" class="came">
      Was in {{ mover.title }} until {{ shortDay(mover.lastDay) }}.
      <button type="button" class="toggle" @click="look(mover)">Bring scores over</button>
    </p>
    <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
    <Dialog
      v-if="from && moved"
      visible
      modal
      :header="`Scores of ${fullName(student)} from ${from.mover.title}`"
      :style="{ width: '34rem' }"
      @update:visible="from = null"
    >
      <p class="soft">They stay in {{ from.mover.title }} as well; nothing there changes.</p>
      <table v-if="moved.scores.length" class="ruled" aria-label="Scores that come over">
        <tbody>
          <tr v-for="each in moved.scores" :key="each.name">
            <th scope="row">{{ each.name }}</th>
            <td class="soft">{{ each.before || 'blank' }}</td>
            <td>{{ each.after }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else>Nothing of it fits a blank here.</p>
      <template v-if="moved.left.length">
        <h3>Stays there</h3>
        <ul>
          <li v-for="each in moved.left" :key="each.name">{{ each.name }}: {{ say(each.why) }}</li>
        </ul>
      </template>
      <template #footer>
        <Button label="Back" severity="secondary" @click="from = null" />
        <Button
          :label="`Bring ${counted(moved.scores.length, 'score')}`"
          :disabled="!moved.scores.length"
          @click="bring"
        />
      </template>
    </Dialog>
  </div>
</template>

<style scoped>
.came {
  margin: 8px 0;
}
table {
  margin-top: 8px;
}
td:last-child {
  font-weight: 600;
}
h3 {
  margin-top: 12px;
}
ul {
  margin: 4px 0;
  padding-left: 18px;
}
</style>
