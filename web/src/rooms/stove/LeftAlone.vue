<script setup lang="ts">
/** A batch that nobody wrote about for a day may rest, or is over. */
defineEmits<{ rest: []; giveUp: [] }>()
</script>

<template>
  <section class="left" aria-label="Left alone">
    <div class="keys">
      <v-btn class="key strong" @click="$emit('rest')">Leave it for later</v-btn>
      <v-btn class="key" @click="$emit('giveUp')">It is over: give it up</v-btn>
    </div>
    <p class="small soft">
      Left for later, it frees its pan and ring and waits in the notebook. If it goes on, go on
      below.
    </p>
  </section>
</template>

<style scoped>
.left {
  display: grid;
  gap: var(--gap-3);
}

p {
  margin: 0;
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
}
</style>
