<script setup lang="ts">
import { say } from '~/words/say'
import { readCase } from '#core/formats/case/read'
import { bringStandards, type StandardsPlan } from '#core/proficiency/bring-standards'
import type { Framework } from '#core/proficiency/standard'
import { frameworksResponse } from '#shared/plans'
import { usePerson } from '~/stores/person'
import { ask } from '~/composables/useApi'
import type { StandardsOffice } from '~/composables/useStandardsOffice'
import { counted } from '~/composables/useWords'

/** Brings a framework of standards, from the district's own system or as a CASE file, after what it would change was shown. */
const props = defineProps<{ office: StandardsOffice }>()
const { today } = storeToRefs(usePerson())
const incoming = shallowRef<{ framework: Framework; plan: StandardsPlan } | null>(null)
const file = useTemplateRef('file')
async function bring(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  if (!chosen) return
  const found = readCase(await chosen.text())
  input.value = ''
  props.office.fail('')
  if ('fault' in found) props.office.fail(`${say(found.fault)} Nothing was changed.`)
  else incoming.value = { ...found, plan: bringStandards(props.office.known!.standards, found.framework, today.value) }
}
/** Asks the district's own system; each of its frameworks that differs is shown before anything is changed. */
const asking = ref(false)
async function pull(): Promise<void> {
  // A button that is switched off would lose the keyboard.
  if (asking.value) return
  asking.value = true
  await props.office.attempt(async () => {
    const { frameworks } = await ask('/api/exchange/standards', frameworksResponse, { patienceMs: 40_000 })
    const plans = frameworks.map((framework) => ({
      framework,
      plan: bringStandards(props.office.known!.standards, framework, today.value),
    }))
    incoming.value = plans.find((each) => each.plan.desired.length) ?? null
    if (!incoming.value)
      props.office.say(
        frameworks.length
          ? 'The district has nothing else than what is here.'
          : 'The district’s system has no standards.',
      )
  })
  asking.value = false
}
async function keepIncoming(): Promise<void> {
  const { plan, framework } = incoming.value!
  if (
    await props.office.perform(
      'standard',
      plan.desired,
      `${framework.title}: ${counted(plan.added.length, 'standard')} new, ${plan.changed.length} changed, ${plan.withdrawn.length} withdrawn.`,
    )
  )
    incoming.value = null
}
</script>

<template>
  <span class="row-of">
    <Button label="Pull from the district" severity="secondary" :aria-busy="asking" @click="pull" />
    <Button label="Bring a CASE file" severity="secondary" @click="file?.click()" />
    <input
      ref="file"
      type="file"
      accept=".json,application/json"
      class="visually-hidden"
      tabindex="-1"
      aria-label="File of standards"
      @change="bring"
    />
    <Dialog
      :visible="incoming !== null"
      modal
      :header="`Bring ${incoming?.framework.title}`"
      :style="{ width: '44rem' }"
      @update:visible="incoming = null"
    >
      <template v-if="incoming">
        <p>
          {{ counted(incoming.plan.added.length, 'standard') }} new, {{ incoming.plan.changed.length }} changed,
          {{ incoming.plan.withdrawn.length }} withdrawn, {{ incoming.plan.same }} the same. Evidence of what is
          withdrawn stays, and whether a standard is on the card stays as you set it here.
        </p>
        <div class="before">
          <p v-for="each in incoming.plan.withdrawn" :key="each"><b class="warn">withdrawn</b> {{ each }}</p>
          <p v-for="each in incoming.plan.changed" :key="each.id">
            <s class="soft">{{ each.before }}</s> {{ each.after }}
          </p>
          <p v-for="(each, at) in incoming.plan.added" :key="at"><b>new</b> {{ each }}</p>
        </div>
      </template>
      <template #footer
        ><Button label="Close" severity="secondary" @click="incoming = null" /><Button
          label="Bring it"
          autofocus
          :disabled="!incoming?.plan.desired.length"
          @click="keepIncoming"
      /></template>
    </Dialog>
  </span>
</template>

<style scoped>
.before {
  max-height: 320px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  font-size: 12.5px;
}
</style>
