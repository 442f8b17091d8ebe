<script setup lang="ts">
import { periodOf } from '#core/calendar/periods'
import { useClassStore } from '~/stores/class'
import { useSheetSource } from '~/composables/useSheetSource'
import { useSheetView } from '~/composables/useSheetView'

const route = useRoute()
const classStore = useClassStore()

// A link to a cell names the cell; its period follows from it.
const { dueOn } = classStore.get('assignment', String(route.query.assignment ?? ''))
const desired = route.query.period ? null : periodOf(classStore.periods, dueOn)
if (desired && desired.id !== classStore.periodId) classStore.look(desired.id)

const source = useSheetSource([classStore], useSheetView().view)
const asOne = <T,>(work: () => T) => work()
</script>

<template><ScoreSheet :source="source" :as-one="asOne" /></template>
