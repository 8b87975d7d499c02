<script setup lang="ts">
import { useTurn } from '../inTurn'

/** What stands in it is drawn when its turn has come; until then it keeps a place below the first screen. */
const come = useTurn()
</script>

<template>
  <slot v-if="come" />
  <div v-else class="to-come" />
</template>

<style scoped>
.to-come {
  min-height: 24rem;
}
</style>
