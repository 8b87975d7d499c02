<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'

/**
 * What can hurt here: large until it was read once in this batch, then one line that a tap opens again. It counts as read
 * when it is tapped, or when a key is pressed under it (`read`).
 */
const props = defineProps<{ id: number; words: readonly string[] }>()
const MOST_KEPT = 60
const known = useLocalStorage<string[]>('unctum.cautions-read', [])
const keyOf = (words: string) => `${props.id}:${words}`
const cautions = computed(() =>
  props.words.map((words) => ({ words, read: known.value.includes(keyOf(words)) })),
)
function turn(words: string): void {
  const key = keyOf(words)
  const rest = known.value.filter((k) => k !== key)
  known.value = rest.length < known.value.length ? rest : [...rest, key].slice(-MOST_KEPT)
}
function read(): void {
  const fresh = cautions.value.filter((c) => !c.read).map((c) => keyOf(c.words))
  if (fresh.length) known.value = [...known.value, ...fresh].slice(-MOST_KEPT)
}
defineExpose({ read })
</script>

<template>
  <v-btn
    v-for="c in cautions"
    :key="c.words"
    class="caution"
    :class="{ read: c.read }"
    :aria-expanded="!c.read"
    @click="turn(c.words)"
  >
    <span>{{ c.words }}</span>
  </v-btn>
</template>

<style scoped>
.caution {
  display: block;
  width: 100%;
  margin: 0 0 var(--gap-2);
  border: 0;
  background-color: transparent;
  color: inherit;
  font-family: inherit;
  line-height: inherit;
  text-align: left;
  cursor: pointer;
}

.caution span {
  display: block;
}

.read {
  display: flex;
  align-items: center;
  min-height: 2.75rem;
  padding-block: 0;
}

.read span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.caution:focus-visible {
  outline: 3px solid currentColor;
  outline-offset: 2px;
}
</style>
