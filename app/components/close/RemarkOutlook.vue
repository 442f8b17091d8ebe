<script setup lang="ts">
import { rosterName, type Student } from '#core/section'

/** How each remark would read: what is there, soft, and what comes to it. A line can be left out where that is offered. */
export interface RemarkLine {
  student: Student
  present: string
  added: string
  /** It is there already. */
  has?: boolean
}
const props = defineProps<{ lines: readonly RemarkLine[]; left?: ReadonlySet<string> }>()
const emit = defineEmits<{ toggle: [studentId: string] }>()
const isOut = ({ has, student }: RemarkLine) => has || props.left?.has(student.id)
</script>

<template>
  <div class="outlook">
    <table class="plain" aria-label="How each remark reads then">
      <tbody>
        <tr v-for="line in lines" :key="line.student.id" :class="{ out: isOut(line) }">
          <td>
            <label v-if="left" class="row-of"
              ><input
                type="checkbox"
                :checked="!isOut(line)"
                :disabled="line.has"
                @change="emit('toggle', line.student.id)"
              />
              {{ rosterName(line.student) }}</label
            ><template v-else>{{ rosterName(line.student) }}</template
            ><LeftMark :student="line.student" />
          </td>
          <td>
            <span class="soft">{{ line.present }}</span> {{ line.has ? '' : line.added
            }}<span v-if="line.has" class="soft">(has it)</span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.outlook {
  max-height: 250px;
  overflow-y: auto;
}
.row-of {
  gap: 6px;
}
td:first-child {
  width: 170px;
}
.out td {
  opacity: 0.6;
}
</style>
