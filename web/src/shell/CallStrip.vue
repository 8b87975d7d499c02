<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { actOf, doesOf, presses, useGoing } from '@/live/going'
import { clock } from '@/units/format'

/** In every other room, one line of the pan that wants her first: what, and how long there is. It stays in sight. */
const going = useGoing()
const route = useRoute()

/** What rests by itself needs no line. */
const wants = (line: (typeof going.ranked)[number]) =>
  presses(line) || line.state?.syrup?.turn_off_in_s != null || actOf(line)?.class === 'due'
const line = computed(() =>
  route.meta.room === 'stove' ? undefined : going.ranked.find((l) => wants(l)),
)
const left = computed(() => {
  const it = line.value
  const mid = it && !presses(it) ? it.state?.syrup?.turn_off_in_s?.mid : undefined
  return mid !== undefined && mid >= 1 ? clock(mid) : ''
})
</script>

<template>
  <router-link
    v-if="line"
    class="call"
    :class="{ presses: presses(line) }"
    :to="`/stove/${line.id}`"
  >
    <strong class="display">{{ doesOf(line) }}</strong>
    <span v-if="left" class="figures">off in {{ left }}</span>
    <span class="title">{{ line.title }}</span>
  </router-link>
</template>

<style scoped>
.call {
  position: sticky;
  z-index: 4;
  top: 0;
  display: flex;
  flex-wrap: wrap;
  align-content: center;
  align-items: baseline;
  gap: 0 var(--gap-4);
  min-height: var(--touch);
  padding: var(--gap-2) clamp(var(--gap-4), 3vw, var(--gap-7));
  border-bottom: var(--line) solid var(--steel-strong);
  background: var(--sheet);
  color: var(--ink);
  text-decoration: none;
}

strong {
  font-size: var(--size-title);
}

.presses {
  background: var(--ink);
  color: var(--on-ink);
}

.title {
  margin-left: auto;
}

@media print {
  .call {
    display: none;
  }
}
</style>
