<script setup lang="ts">
/** A pan that has boiled dry by the clock: if it is burnt, this batch is over and the next begins with other sugar. */
defineEmits<{ giveUp: [] }>()
</script>

<template>
  <section class="burnt" aria-label="If it is burnt">
    <v-btn class="key" @click="$emit('giveUp')">It is burnt: give it up</v-btn>
    <p class="small soft">
      No water on burnt sugar while it is hot: it leaps out of the pan. It soaks off when cold. The
      notebook keeps what happened; begin anew from the sweet’s page.
    </p>
  </section>
</template>

<style scoped>
.burnt {
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
}

p {
  margin: 0;
}
</style>
