<template>
  <Teleport defer to="#margin"><slot /></Teleport>
</template>
