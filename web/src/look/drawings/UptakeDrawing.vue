<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Api } from '@/api/client'
import { about } from '@/units/format'

/** A piece cut through as the syrup comes in: as it goes in, soaked enough, at its best, and out at the latest. */
const props = defineProps<{ uptake: Api<'Uptake'>; thick_mm: number; round: boolean }>()
const id = useId()

function at(values: readonly number[], minute: number): number {
  const i = props.uptake.minutes.findIndex((m) => m >= minute)
  return values[i < 0 ? values.length - 1 : i] ?? 0
}
const moments = computed(() => {
  const u = props.uptake
  const told = [
    { key: 'in', name: 'in', minute: 0 },
    { key: 'low', name: 'enough', minute: u.low_min },
    { key: 'best', name: 'best', minute: u.best_min },
    { key: 'high', name: 'out', minute: u.high_min },
  ]
  return told.flatMap((m, i) => {
    if (m.minute == null) return []
    const outside = Math.min(1, m.minute > 0 ? 1 : 0)
    const inside = Math.min(1, Math.max(0, at(u.core_frac, m.minute)))
    const gain = Math.min(1, Math.max(0, at(u.gain_frac, m.minute)))
    const grown = 1 + (u.grown_mm / props.thick_mm - 1) * (m.minute > 0 ? Math.max(gain, 0.2) : 0)
    return [
      {
        ...m,
        x: 70 + 140 * i,
        r: 30 * grown,
        outside,
        inside: Math.min(inside, gain),
        when: m.minute ? about(60 * m.minute) : '',
      },
    ]
  })
})
const said = computed(() =>
  moments.value
    .filter((m) => m.when)
    .map((m) => `${m.name} after ${m.when}`)
    .join(', '),
)
</script>

<template>
  <svg
    class="uptake"
    viewBox="0 0 560 136"
    role="img"
    :aria-label="`Soaking: ${said || 'never enough'}`"
  >
    <defs>
      <radialGradient v-for="m in moments" :id="`${id}-${m.key}`" :key="m.key">
        <stop offset="0" class="syrup" :stop-opacity="m.inside" />
        <stop
          offset="0.55"
          class="syrup"
          :stop-opacity="0.6 * m.inside + 0.4 * m.outside * m.inside"
        />
        <stop offset="1" class="syrup" :stop-opacity="m.outside" />
      </radialGradient>
    </defs>
    <g v-for="m in moments" :key="m.key" :class="{ best: m.key === 'best' }">
      <ellipse
        class="crumb"
        :cx="m.x"
        cy="46"
        :rx="round ? m.r : 1.5 * m.r"
        :ry="round ? m.r : 0.62 * m.r"
      />
      <ellipse
        :cx="m.x"
        cy="46"
        :rx="round ? m.r : 1.5 * m.r"
        :ry="round ? m.r : 0.62 * m.r"
        :fill="`url(#${id}-${m.key})`"
      />
      <text :x="m.x" y="108" text-anchor="middle">{{ m.name }}</text>
      <text :x="m.x" y="129" text-anchor="middle" class="when">{{ m.when }}</text>
    </g>
  </svg>
</template>

<style scoped>
.uptake {
  display: block;
  width: 100%;
  max-width: 36rem;
}

.crumb {
  fill: var(--well);
  stroke: var(--ink-soft);
  stroke-width: 2;
}

.best .crumb {
  stroke: var(--ink);
  stroke-width: 4;
}

.syrup {
  stop-color: var(--syrup-two-string);
}

text {
  fill: var(--ink);
  font-family: var(--text-face);
  font-size: 17px;
}

.best text {
  font-weight: 650;
}

.when {
  fill: var(--ink-soft);
}

@container room (max-width: 38rem) {
  text {
    font-size: 21px;
  }
}
</style>
