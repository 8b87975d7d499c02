<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import StageMark from '@/look/marks/StageMark.vue'
import { height, inkOn, syrupColour } from '@/look/strata'
import { percent } from '@/units/format'

/**
 * The ladder of stages as strata, weakest at the bottom. `now` is where the syrup stands with its
 * spread, `target` where it is to land.
 */
const props = withDefaults(
  defineProps<{
    stages: readonly Api<'Stage'>[]
    now?: { mid: number; low: number; high: number }
    target?: number
    from?: number
    to?: number
    /** Where the room is narrow it stands beside the text: strata and marks, without their names. */
    slim?: boolean
  }>(),
  { from: 0.5, to: 0.9 },
)

const bottom = computed(() => height(Math.min(props.from, props.now?.low ?? 1)))
const top = computed(() => height(Math.max(props.to, (props.target ?? 0) + 0.03)))
const share = (frac: number) =>
  Math.min(1, Math.max(0, (height(frac) - bottom.value) / (top.value - bottom.value)))

const rungs = computed(() =>
  props.stages
    .map((stage) => ({ stage, low: share(stage.low_frac), high: share(stage.high_frac) }))
    .filter((r) => r.high - r.low > 0.02)
    .reverse(),
)
const words = computed(() => {
  const here = props.now
  if (!here) return 'The ladder of stages.'
  return `Now ${percent(here.mid)} %, between ${percent(here.low)} and ${percent(here.high)} %.`
})
</script>

<template>
  <div class="ladder" :class="{ slim }" role="img" :aria-label="words">
    <div
      v-for="rung in rungs"
      :key="rung.stage.key"
      class="rung"
      :style="{
        height: `${100 * (rung.high - rung.low)}%`,
        background: syrupColour(rung.stage.key),
        color: inkOn(rung.stage.key),
      }"
    >
      <StageMark v-if="rung.high - rung.low > 0.07" :stage="rung.stage.key" :size="24" />
      <span v-if="rung.high - rung.low > 0.045" class="name">{{ rung.stage.name }}</span>
    </div>
    <div
      v-if="target !== undefined"
      class="target"
      :style="{ bottom: `${100 * share(target)}%` }"
    ></div>
    <template v-if="now">
      <div
        class="doubt"
        :style="{
          bottom: `${100 * share(now.low)}%`,
          height: `${100 * (share(now.high) - share(now.low))}%`,
        }"
      ></div>
      <div class="now" :style="{ bottom: `${100 * share(now.mid)}%` }">
        <span class="figures">{{ percent(now.mid) }} %</span>
      </div>
    </template>
  </div>
</template>

<style scoped>
.ladder {
  position: relative;
  display: flex;
  flex-direction: column;
  min-height: 16rem;
  padding-right: 4.75rem;
}

.rung {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  min-height: 0;
  padding: 0 var(--gap-2);
  overflow: hidden;
  font-size: var(--size-small);
  border-top: 1px solid color-mix(in srgb, var(--ground) 55%, transparent);
}

.name {
  white-space: nowrap;
}

.target {
  position: absolute;
  left: calc(100% - 4.75rem - 2.6rem);
  right: 3.85rem;
  border-top: 3px double var(--on-pale-syrup);
}

.target::before {
  content: 'aim';
  position: absolute;
  left: 100%;
  bottom: -0.7em;
  padding-left: 0.3rem;
  font-size: var(--size-small);
}

.doubt {
  position: absolute;
  right: 3.85rem;
  width: 0.6rem;
  background: var(--ink-soft);
  opacity: 0.45;
}

.now {
  position: absolute;
  left: 0;
  right: 0;
  border-top: 3px solid var(--ink);
}

.now span {
  position: absolute;
  right: 0;
  top: -0.95em;
  width: 3.6rem;
  padding-left: 0.3rem;
  background: var(--ground);
  font-weight: 650;
  white-space: nowrap;
}
@container room (max-width: 38rem) {
  .slim .name {
    display: none;
  }

  .slim {
    padding-right: 0;
  }

  .slim .rung {
    justify-content: center;
  }

  .slim .target {
    left: 0;
    right: 0;
  }

  .slim .target::before {
    left: 0;
    bottom: 0.1em;
    padding: 0 0.2rem;
    background: var(--ground);
    color: var(--ink);
  }

  .slim .doubt {
    right: 0;
  }

  .slim .now span {
    top: auto;
    bottom: 0.2rem;
    width: auto;
    padding: 0 0.2rem;
    font-size: var(--size-small);
  }
}
</style>
