<script setup lang="ts">
/** What has to be ready before a step: tick by tick. */
defineProps<{ gates: readonly { key: string; text: string; ticked: boolean }[] }>()
defineEmits<{ tick: [gate: string, ticked: boolean] }>()
</script>

<template>
  <ul v-if="gates.length" class="gates" aria-label="Before the heat">
    <li v-for="g in gates" :key="g.key">
      <v-checkbox
        class="gate"
        :label="g.text"
        :model-value="g.ticked"
        @update:model-value="$emit('tick', g.key, !g.ticked)"
      />
    </li>
  </ul>
</template>

<style scoped>
.gates {
  list-style: none;
  padding: 0;
  margin: 0;
  border-bottom: var(--line) solid var(--steel);
}

.gate {
  border-top: var(--line) solid var(--steel);
}

.gate :deep(.v-label) {
  font-size: var(--size-lead);
}
</style>
