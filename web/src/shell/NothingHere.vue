<script setup lang="ts">
import EmptyPart from '@/look/pieces/EmptyPart.vue'
</script>

<template>
  <section>
    <h1>Nothing on this shelf</h1>
    <EmptyPart title="There is no page at this address">
      <template #ways
        ><router-link class="key strong" to="/">Back to the stove</router-link></template
      >
    </EmptyPart>
  </section>
</template>
