<script setup lang="ts">
import { fullName } from '#core/section'
import { useClassStore } from '~/stores/class'
import { askedQuery, changeQuery } from '~/composables/useGoTo'

// One page for all students: keys pressed while the next one is coming are heard.
definePageMeta({ margin: false, key: 'student' })

/** One student in this class: every assignment and grade, what is missing, levels, remarks; and the family's view. */
const route = useRoute()
const classStore = useClassStore()

const classPath = computed(() => `/class/${classStore.snapshot!.section.id}`)
const student = computed(() => classStore.snapshot!.students.find((each) => each.id === route.params.student))
const asFamily = computed(() => route.query.as === 'family')
const everything = computed(() => route.query.all === '1')

const toggle = (key: 'as' | 'all', value: string) =>
  changeQuery({ [key]: askedQuery()[key] === value ? undefined : value })

const print = () => window.print()
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack :student-id="student?.id" />
      <ClassSteps view="student" />
      <button type="button" class="toggle" :aria-pressed="asFamily" @click="toggle('as', 'family')">
        As the family sees it
      </button>
      <button v-if="!asFamily" type="button" class="toggle" :aria-pressed="everything" @click="toggle('all', '1')">
        The whole year
      </button>
      <button type="button" class="toggle" @click="print">Print</button>
      <NuxtLink class="toggle" :to="{ path: `${classPath}/pages`, query: route.query }">All students on pages</NuxtLink>
    </div>
    <div v-if="student" class="paper" tabindex="0" role="region" :aria-label="fullName(student)">
      <FamilyView v-if="asFamily" :student="student" />
      <StudentPaper v-else :student="student" :everything="everything" chart />
    </div>
    <section v-else class="empty">
      <h2>This student is not in the class</h2>
      <p>The roster may have changed. Step back to the gradebook, and choose a student there.</p>
    </section>
  </div>
</template>

<style scoped>
.paper {
  flex: 1;
  overflow-y: auto;
  padding: 16px 22px 40px;
  background: var(--sheet);
}
@media print {
  .paper {
    overflow: visible;
    padding: 0;
  }
}
</style>
