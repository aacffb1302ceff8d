<script setup lang="ts">
import { RouterLink } from 'vue-router'
</script>

<template>
  <div class="lost">
    <h1>Nothing here</h1>
    <p>There is no page at this address. <RouterLink to="/">Go to the Yard</RouterLink>.</p>
  </div>
</template>

<style scoped>
.lost {
  padding: 48px 24px;
}
</style>
