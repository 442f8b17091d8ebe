<script setup lang="ts">
import { say } from '~/words/say'
import type { ScaleFault } from '#core/scales/faults'
import type { ScaleDraft } from '~/composables/useScaleDraft'

/** The steps of a scale, to look at or to change, with what is wrong with them. */
const props = defineProps<{ mine: boolean; faults: ScaleFault[] }>()
const steps = defineModel<ScaleDraft['steps']>({ required: true })
const faultAt = (step: number, field: string) => props.faults.find((each) => each.step === step && each.field === field)

const addStep = (at: number) =>
  (steps.value = [...steps.value.slice(0, at + 1), { label: '', from: '', worth: '' }, ...steps.value.slice(at + 1)])
const takeAway = (at: number) => (steps.value = steps.value.filter((_, index) => index !== at))
</script>

<template>
  <div>
    <table class="plain">
      <thead>
        <tr>
          <th class="label-col">Label</th>
          <th class="number from-col">From, %</th>
          <th class="number from-col">Stands for, %</th>
          <th><span class="visually-hidden">Steps</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(step, at) in steps" :key="at">
          <template v-if="mine">
            <td>
              <input
                v-model="step.label"
                :aria-label="`Label of step ${at + 1}`"
                type="text"
                class="p-inputtext p-component figure-wide"
                maxlength="6"
                :aria-invalid="!!faultAt(at, 'label')"
              />
            </td>
            <td>
              <input
                v-model="step.from"
                :aria-label="`${step.label || `Step ${at + 1}`} begins at, in percent`"
                inputmode="decimal"
                type="text"
                class="p-inputtext p-component figure-wide"
                :aria-invalid="faultAt(at, 'from')?.severity === 'fault'"
              />
            </td>
            <td>
              <input
                v-model="step.worth"
                :aria-label="`${step.label || `Step ${at + 1}`} stands for, in percent; empty for the middle`"
                inputmode="decimal"
                type="text"
                class="p-inputtext p-component figure-wide"
                placeholder="middle"
              />
            </td>
            <td class="ends">
              <button type="button" class="toggle" :aria-label="`Add a step below ${step.label}`" @click="addStep(at)">
                <i class="pi pi-plus" aria-hidden="true" /></button
              ><button
                type="button"
                class="toggle"
                :disabled="steps.length === 1"
                :aria-label="`Take step ${step.label} away`"
                @click="takeAway(at)"
              >
                <i class="pi pi-times" aria-hidden="true" />
              </button>
            </td>
          </template>
          <template v-else>
            <td>
              <b>{{ step.label }}</b>
            </td>
            <td class="number">{{ step.from }}</td>
            <td class="number">{{ step.worth || 'the middle' }}</td>
            <td />
          </template>
        </tr>
      </tbody>
    </table>
    <div role="alert">
      <ul v-if="mine && faults.length" class="faults">
        <li
          v-for="fault in faults"
          :key="`${fault.step}${fault.field}`"
          :class="fault.severity === 'hint' ? 'soft' : 'warn'"
        >
          {{ say(fault.message) }}
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.plain {
  margin: 10px 0;
}
.plain td {
  padding: 2px 5px;
  vertical-align: middle;
}
.label-col {
  width: 92px;
}
.from-col {
  width: 108px;
}
.figure-wide {
  width: 100%;
}
.figure-wide[aria-invalid='true'] {
  border-color: var(--shu);
}
td:not(:first-child) .figure-wide {
  text-align: right;
}
.ends {
  text-align: right;
  white-space: nowrap;
}
.ends .toggle + .toggle {
  margin-left: 4px;
}
.faults {
  margin: 0 0 8px;
  padding: 0;
  list-style: none;
  font-size: 11.5px;
}
</style>
