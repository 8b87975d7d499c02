<script setup lang="ts">
/** What has to be ready before a step: tick by tick. */
defineProps<{ gates: readonly { key: string; text: string; ticked: boolean }[] }>()
defineEmits<{ tick: [gate: string, ticked: boolean] }>()
</script>

<template>
  <ul v-if="gates.length" class="gates" aria-label="Before the heat">
    <li v-for="g in gates" :key="g.key">
      <label class="gate">
        <input type="checkbox" :checked="g.ticked" @change="$emit('tick', g.key, !g.ticked)" />
        <span>{{ g.text }}</span>
      </label>
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
  display: flex;
  align-items: center;
  gap: var(--gap-4);
  min-height: var(--touch);
  border-top: var(--line) solid var(--steel);
  font-size: var(--size-lead);
  cursor: pointer;
}

.gate input {
  width: 1.75rem;
  height: 1.75rem;
  flex: none;
  accent-color: var(--ink);
}
</style>
