<script setup lang="ts">
useDark({ selector: 'html', valueDark: 'dark', valueLight: '' })
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
