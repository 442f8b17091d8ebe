<script setup lang="ts">
useDark({ selector: 'html', valueDark: 'dark', valueLight: '', disableTransition: false })
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
