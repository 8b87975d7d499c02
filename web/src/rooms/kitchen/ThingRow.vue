<script setup lang="ts">
/** One thing of the kitchen: its name, what is known of it in a line, and what can be done with it. */
defineProps<{ name: string; known: string; open: boolean }>()
defineEmits<{ toggle: []; remove: [] }>()
</script>

<template>
  <li class="thing">
    <div class="line">
      <button type="button" class="name" :aria-expanded="open" @click="$emit('toggle')">
        {{ name }}
      </button>
      <span class="known figures">{{ known }}</span>
      <slot name="keys" />
    </div>
    <div v-if="open" class="inside">
      <slot />
      <button type="button" class="key small" @click="$emit('remove')">Take it out</button>
    </div>
  </li>
</template>

<style scoped>
.thing {
  border-top: var(--line) solid var(--steel);
}

.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2) var(--gap-4);
  min-height: var(--touch);
  padding: var(--gap-1) 0;
}

.name {
  padding: var(--gap-1) 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-weight: 650;
  text-decoration: underline;
  text-decoration-thickness: 1px;
  text-underline-offset: 0.2em;
  cursor: pointer;
}

.known {
  flex: 1;
  color: var(--ink-soft);
}

.inside {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
  gap: var(--gap-4) var(--gap-5);
  align-items: end;
  padding: var(--gap-2) 0 var(--gap-5);
}

.key.small {
  min-height: 2.5rem;
  font-size: var(--size-small);
}
</style>
