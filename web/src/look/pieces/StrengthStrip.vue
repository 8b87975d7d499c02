<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { height, inkOn, syrupColour } from '@/look/strata'
import { percent } from '@/units/format'

/** The ladder lying down: where a syrup was to land, and where it did. */
const props = withDefaults(
  defineProps<{
    ladder: readonly Api<'Stage'>[]
    aim: number
    reached?: number | null
    from?: number
    to?: number
  }>(),
  { from: 0.5, to: 0.9 },
)
const share = (frac: number) => {
  const s = (height(frac) - height(props.from)) / (height(props.to) - height(props.from))
  return 100 * Math.min(1, Math.max(0, s))
}
const bands = computed(() =>
  props.ladder
    .map((stage) => ({
      stage,
      left: share(stage.low_frac),
      wide: share(stage.high_frac) - share(stage.low_frac),
    }))
    .filter((b) => b.wide > 0),
)
const words = computed(() =>
  props.reached == null
    ? `aimed for ${percent(props.aim)} %`
    : `reached ${percent(props.reached)} %, aimed for ${percent(props.aim)} %`,
)
</script>

<template>
  <div class="strip" role="img" :aria-label="words">
    <div
      v-for="b in bands"
      :key="b.stage.key"
      class="band"
      :style="{
        width: `${b.wide}%`,
        background: syrupColour(b.stage.key),
        color: inkOn(b.stage.key),
      }"
    ></div>
    <div class="aim" :style="{ left: `${share(aim)}%` }"></div>
    <div v-if="reached != null" class="reached" :style="{ left: `${share(reached)}%` }"></div>
  </div>
</template>

<style scoped>
.strip {
  position: relative;
  display: flex;
  height: 1.5rem;
}

.aim {
  position: absolute;
  top: -4px;
  bottom: -4px;
  border-left: 2px dashed var(--ink);
}

.reached {
  position: absolute;
  top: 50%;
  width: 0.95rem;
  height: 0.95rem;
  margin: -0.475rem;
  border: 3px solid var(--ink);
  border-radius: 50%;
  background: var(--sheet);
}
</style>
