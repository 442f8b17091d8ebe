<template>
  <p class="soft">This did not come. When the network is there, load the page again.</p>
</template>
