<script setup lang="ts">
import type { Api } from '@/api/client'
import StageMark from '@/look/marks/StageMark.vue'
import { inkOn, syrupColour } from '@/look/strata'

/** The stage a syrup is boiled to, chosen on the ladder. */
const stage = defineModel<Api<'StageKey'>>({ required: true })
defineProps<{ stages: readonly Api<'Stage'>[] }>()
</script>

<template>
  <div class="rungs" role="group" aria-label="Stage">
    <v-btn
      v-for="s in stages"
      :key="s.key"
      class="rung"
      :aria-pressed="stage === s.key"
      :style="{ background: syrupColour(s.key), color: inkOn(s.key) }"
      @click="stage = s.key"
    >
      <StageMark :stage="s.key" :size="26" /> {{ s.name }}
    </v-btn>
  </div>
</template>

<style scoped>
.rungs {
  display: flex;
  flex-wrap: wrap;
}

.rung {
  display: flex;
  gap: var(--gap-1);
  align-items: center;
  min-height: var(--touch);
  padding: 0 var(--gap-3);
  border: 0;
  font: inherit;
  cursor: pointer;
}

.rung[aria-pressed='true'] {
  outline: 4px solid var(--ink);
  outline-offset: -4px;
  font-weight: 650;
}
</style>
