<script setup lang="ts">
import { nextTick, ref } from 'vue'
import { useSound } from '@/live/alarm'

/** What is seldom pressed on a sheet: take back, sound, give up. Giving up asks once. */
defineProps<{ canUndo: boolean; ended: boolean }>()
const emit = defineEmits<{ undo: []; giveUp: [] }>()

const sound = useSound()
const asking = ref(false)
const no = ref<HTMLButtonElement>()
async function ask(): Promise<void> {
  asking.value = true
  await nextTick()
  no.value?.focus()
}
function giveUp(): void {
  asking.value = false
  emit('giveUp')
}
</script>

<template>
  <div class="quiet">
    <button type="button" class="key" :disabled="!canUndo" @click="emit('undo')">
      Take the last entry back <kbd>U</kbd>
    </button>
    <template v-if="!ended">
      <button type="button" class="key" :aria-pressed="sound" @click="sound = !sound">
        {{ sound ? 'Sound is on' : 'Sound is off' }}
      </button>
      <button v-if="!asking" type="button" class="key" @click="ask">Give this batch up</button>
    </template>
  </div>
  <div v-if="asking && !ended" class="asked" role="group" aria-label="Give this batch up?">
    <p><strong>Give this batch up?</strong> It leaves the stove and stands in the notebook.</p>
    <button ref="no" type="button" class="key" @click="asking = false">No, go on</button>
    <button type="button" class="key strong" @click="giveUp">Give it up</button>
  </div>
</template>

<style scoped>
.quiet,
.asked {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-3);
}

.asked p {
  flex: 1 1 14rem;
  margin: 0;
}

/* What is pressed keeps its own light letters. */
.quiet .key:not([aria-pressed='true']) {
  color: var(--ink-soft);
  border-color: var(--steel);
}

@media (pointer: coarse), (max-width: 640px) {
  kbd {
    display: none;
  }
}
</style>
