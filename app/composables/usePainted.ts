import { whenPainted } from './whenIdle'

/** Whether the component has been painted once: what is not seen at the first glance waits for it. */
export function usePainted(): Readonly<Ref<boolean>> {
  const painted = ref(false)
  onMounted(async () => {
    await whenPainted()
    painted.value = true
  })
  return painted
}
