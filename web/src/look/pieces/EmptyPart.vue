<script setup lang="ts">
/** Where nothing is yet: what would stand here, and the way to it. */
defineProps<{ title: string; words?: string }>()
</script>

<template>
  <v-empty-state class="empty">
    <template #title
      ><h2>{{ title }}</h2></template
    >
    <template #text>
      <slot>{{ words }}</slot>
    </template>
    <template #actions><slot name="ways" /></template>
  </v-empty-state>
</template>
