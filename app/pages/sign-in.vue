<script setup lang="ts">
import { usePerson } from '~/stores/person'
import { ApiProblem } from '~/composables/useApi'
import { goTo } from '~/composables/useGoTo'
const route = useRoute()
const { public: config } = useRuntimeConfig()
const email = ref('')
const password = ref('')
const problem = ref('')
const busy = ref(false)

definePageMeta({ layout: false })
useHead({ title: 'Sign in · Yukata' })

async function enter(): Promise<void> {
  problem.value = ''
  busy.value = true
  try {
    await usePerson().signIn(email.value.trim(), password.value)
    const then = String(route.query.then ?? '/')
    await goTo(then.startsWith('/') && !then.startsWith('//') ? then : '/')
  } catch (error) {
    problem.value = error instanceof ApiProblem ? error.message : 'Something went wrong. Try again.'
  } finally {
    busy.value = false
  }
}
function as(person: { email: string; password: string }): void {
  email.value = person.email
  password.value = person.password
  void enter()
}
</script>

<template>
  <main class="door">
    <form @submit.prevent="enter">
      <h1>Yukata</h1>
      <p class="soft">Scores, levels, term grades and remarks, in step with your district.</p>
      <TextField v-model="email" label="E-mail" type="email" autocomplete="username" autofocus />
      <TextField v-model="password" label="Password" type="password" autocomplete="current-password" />
      <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
      <Button type="submit" label="Sign in" fluid :loading="busy" />
      <template v-if="config.demo">
        <p class="soft small">
          This is the demo of Brindle Bay.
          {{
            config.demoPeople.length
              ? 'Sign in as one of three:'
              : 'Its sign-in was printed where it was started, and stands in the README.'
          }}
        </p>
        <div v-if="config.demoPeople.length" class="people">
          <button
            v-for="each in config.demoPeople"
            :key="each.email"
            type="button"
            class="toggle"
            :disabled="busy"
            @click="as(each)"
          >
            <b>{{ each.name }}</b> <span class="soft">{{ each.who.toLowerCase() }}</span>
          </button>
        </div>
      </template>
    </form>
  </main>
</template>

<style scoped>
.people {
  display: grid;
  gap: 6px;
}
.people .toggle {
  display: flex;
  justify-content: space-between;
  padding: 6px 10px;
}
.door {
  min-height: 100dvh;
  display: grid;
  place-items: center;
  background: var(--ai6);
  padding: 24px;
  position: relative;
}
.door::before {
  content: '';
  position: absolute;
  inset: 0;
  opacity: 0.09;
  pointer-events: none;
  background:
    radial-gradient(circle at 50% 100%, transparent 13px, #fff 13px 14px, transparent 14px) 0 0 / 32px 18px,
    radial-gradient(circle at 50% 100%, transparent 13px, #fff 13px 14px, transparent 14px) 16px 9px / 32px 18px;
}
form {
  position: relative;
  background: var(--sheet);
  border-radius: 10px;
  padding: 30px 30px 26px;
  width: min(360px, 100%);
  display: grid;
}
h1 {
  font-size: 28px;
  margin-bottom: 6px;
}
.p-button {
  margin-top: 18px;
  padding: 7px;
}
.warn {
  margin-top: 10px;
}
p.small {
  margin-top: 16px;
}
</style>
