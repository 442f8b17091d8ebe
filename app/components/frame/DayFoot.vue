<script setup lang="ts">
import { useFrame } from '~/stores/frame'
import { usePerson } from '~/stores/person'
import { SignOutDialog } from '~/composables/later'
import { placesOf } from '~/words/places'

/** What belongs to the person and not to a class: the other places, the look of the screen, and signing out. */
const frame = useFrame()
const { person } = storeToRefs(usePerson())
const leaving = ref(false)
const door = useTemplateRef('door')
const dark = useDark({ selector: 'html', valueDark: 'dark', valueLight: '', disableTransition: false })
const route = useRoute()

/** Gives the keyboard back to the button that opened the dialog. */
function stay(): void {
  leaving.value = false
  void nextTick(() => door.value?.focus())
}

const places = computed(() => placesOf(person.value?.role).filter((each) => each.icon))
const isHere = (to: string) => route.path === to || route.path.startsWith(`${to}/`)
</script>

<template>
  <footer :class="{ rail: frame.isRail }">
    <NuxtLink v-for="each in places" :key="each.to" :to="each.to" :aria-current="isHere(each.to) ? 'page' : undefined"
      ><i :class="`pi ${each.icon}`" aria-hidden="true" /><span>{{ each.words }}</span></NuxtLink
    >
    <button
      v-if="frame.roomy"
      type="button"
      :title="frame.isRail ? 'Open the day ( [ )' : 'Fold the day to its hours ( [ )'"
      @click="frame.foldDay()"
    >
      <i :class="frame.isRail ? 'pi pi-angle-double-right' : 'pi pi-angle-double-left'" aria-hidden="true" /><span>{{
        frame.isRail ? 'Unfold the day' : 'Fold the day'
      }}</span>
    </button>
    <button type="button" @click="dark = !dark">
      <i :class="dark ? 'pi pi-sun' : 'pi pi-moon'" aria-hidden="true" /><span>{{ dark ? 'Light' : 'Dark' }}</span>
    </button>
    <NuxtLink to="/account" :aria-current="route.path === '/account' ? 'page' : undefined"
      ><i class="pi pi-user" aria-hidden="true" /><span>Your sign-ins</span></NuxtLink
    >
    <button ref="door" type="button" @click="leaving = true">
      <i class="pi pi-sign-out" aria-hidden="true" /><span>Sign out</span>
    </button>
    <small v-if="person" class="who">{{ person.name }}</small>
    <SignOutDialog v-if="leaving" @stay="stay" />
  </footer>
</template>

<style scoped>
footer {
  padding: 8px 16px 14px;
  display: grid;
  gap: 6px;
  border-top: 1px solid #ffffff22;
  color: #cdd6f2;
}
footer a,
footer button {
  color: inherit;
  text-decoration: none;
  background: none;
  border: 0;
  padding: 2px 0;
  text-align: left;
  display: flex;
  gap: 9px;
  align-items: center;
}
footer i {
  font-size: 12px;
  width: 14px;
  color: #aebbe4;
}
footer [aria-current] {
  font-weight: 640;
  color: #fff;
}
.who {
  color: #aab6dd;
  font-size: 11.5px;
  padding-top: 4px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
footer :focus-visible {
  outline-color: #d5dcf0;
}
.rail {
  justify-items: center;
  padding: 10px 0 14px;
}
.rail span,
.rail .who {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
/* Zoomed far in, the day lies across the top. */
@media (max-width: 760px) {
  footer {
    display: flex;
    border: 0;
    padding: 0 4px;
    gap: 10px;
  }
}
</style>
