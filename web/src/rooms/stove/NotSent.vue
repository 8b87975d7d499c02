<script setup lang="ts">
/** What was pressed and is not written down yet: it is kept, and she can see that. */
defineProps<{ entries: readonly { key: string; hour: string; words: string }[] }>()
</script>

<template>
  <div v-if="entries.length" class="not-sent" role="status">
    <span class="label">Noted on this device, not sent yet</span>
    <ul>
      <li v-for="e in entries" :key="e.key">
        <span class="figures soft">{{ e.hour }}</span> {{ e.words }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.not-sent {
  padding: var(--gap-2) var(--gap-4);
  border: var(--line) dashed var(--steel-strong);
  border-radius: var(--corner);
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
