<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'

/** From flowing to falling apart: the bands side by side, and where this mass stands with its spread. */
const props = defineProps<{ texture: Api<'Firmness'> }>()

/** The softest and the driest end are cut short: nothing of use lies there. */
const ENDS = [0.3, 0.86] as const
const share = (frac: number) =>
  100 * Math.min(1, Math.max(0, (frac - ENDS[0]) / (ENDS[1] - ENDS[0])))
const bands = computed(() =>
  props.texture.scale.map((b) => ({
    ...b,
    left: share(b.from_frac),
    width: share(b.to_frac) - share(b.from_frac),
    here: b.band === props.texture.band,
  })),
)
const at = computed(() => props.texture.solid_frac)
</script>

<template>
  <div class="scale" role="img" :aria-label="`Firmness: ${texture.said}`">
    <div class="bands">
      <span
        v-for="b in bands"
        :key="b.band"
        :class="{ here: b.here }"
        :style="{ left: `${b.left}%`, width: `${b.width}%` }"
        ><span class="name">{{ b.name }}</span></span
      >
    </div>
    <div
      class="spread"
      :style="{ left: `${share(at.low)}%`, width: `${share(at.high) - share(at.low)}%` }"
    ></div>
    <div class="now" :style="{ left: `${share(at.mid)}%` }"></div>
  </div>
</template>

<style scoped>
.scale {
  position: relative;
  padding-bottom: 1.5rem;
}

.bands {
  position: relative;
  height: 3.5rem;
  border: var(--line) solid var(--steel-strong);
}

.bands > span {
  position: absolute;
  inset-block: 0;
  display: grid;
  place-items: center;
  padding: 0 var(--gap-1);
  overflow: hidden;
  color: var(--ink-soft);
  font-size: var(--size-small);
  line-height: 1.1;
  text-align: center;
}

.bands > span + span {
  border-left: var(--line) solid var(--steel-strong);
}

.bands > .here {
  background: var(--ink);
  color: var(--on-ink);
  font-weight: 650;
}

.spread {
  position: absolute;
  bottom: 0.75rem;
  height: 0.375rem;
  background: var(--steel-strong);
}

.now {
  position: absolute;
  bottom: 0.3rem;
  width: 1.25rem;
  height: 1.25rem;
  margin-left: -0.625rem;
  border: 3px solid var(--ink);
  border-radius: 50%;
  background: var(--ground);
}

@container room (max-width: 38rem) {
  .bands > span:not(.here) .name {
    display: none;
  }

  .bands > .here {
    overflow: visible;
  }
}
</style>
