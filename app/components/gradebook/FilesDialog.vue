<script setup lang="ts">
import { writeGrid } from '#core/formats/grid/write'
import { fileOfTable, handOver, tableOfFile, type FileKind } from '~/sheet/files'
import { useClassStore } from '~/stores/class'

/** The sheet as a file, there and back. */
const emit = defineEmits<{ close: []; read: [table: string[][], name: string] }>()

const classStore = useClassStore()
const problem = ref('')
const busy = ref(false)
const picker = useTemplateRef('picker')

const pathOf = (page: string) => ({
  path: `/class/${classStore.snapshot!.section.id}/${page}`,
  query: { period: classStore.periodId },
})

async function save(kind: FileKind): Promise<void> {
  const period = classStore.period!
  const title = `${classStore.snapshot!.section.title}, ${period.title}`
  handOver(await fileOfTable(writeGrid(classStore.snapshot!, period), kind), `${title}.${kind}`)
}

async function choose(event: Event): Promise<void> {
  const [file] = (event.target as HTMLInputElement).files ?? []
  if (!file) return
  problem.value = ''
  busy.value = true
  try {
    emit('read', await tableOfFile(file), file.name)
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  } finally {
    busy.value = false
    picker.value!.value = ''
  }
}
</script>

<template>
  <Dialog visible modal header="Files" :style="{ width: '32rem' }" @update:visible="emit('close')">
    <h3>Save the sheet</h3>
    <p class="soft">
      {{ classStore.period?.title }}: every student and assignment, scores as typed with their marks, and the results.
      Notes are not in it.
    </p>
    <div class="row-of">
      <Button label="Save as XLSX" @click="save('xlsx')" />
      <Button label="Save as CSV" severity="secondary" @click="save('csv')" />
    </div>
    <h3>Print</h3>
    <p class="soft">
      The record for the file cabinet, a blank sheet with names for the clipboard, or a page for each student.
    </p>
    <div class="row-of">
      <NuxtLink class="button second" :to="pathOf('record')">Look at the record</NuxtLink>
      <NuxtLink class="button second" :to="pathOf('blank')">Blank sheet</NuxtLink>
      <NuxtLink class="button second" :to="pathOf('pages')">Pages of students</NuxtLink>
    </div>
    <h3>Read scores from a file</h3>
    <p class="soft">
      A sheet that was saved here and edited, or any CSV or XLSX file with a name in each row. What it would change is
      shown before anything is kept; a new column becomes an assignment.
    </p>
    <input
      ref="picker"
      type="file"
      class="visually-hidden"
      accept=".csv,.tsv,.txt,.xlsx"
      aria-label="File with scores"
      @change="choose"
    />
    <Button
      :label="busy ? 'Reading' : 'Choose a file'"
      severity="secondary"
      :disabled="busy"
      @click="picker?.click()"
    />
    <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
  </Dialog>
</template>

<style scoped>
h3 {
  margin-top: 14px;
}
h3:first-child {
  margin-top: 0;
}
p {
  margin: 4px 0 8px;
}
</style>
