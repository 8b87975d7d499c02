<script setup lang="ts">
import { computed } from 'vue'
import { doesOf, presses, useGoing } from '@/live/going'
import { inkOn, syrupColour } from '@/look/strata'
import { about } from '@/units/format'

/** The other pans, one strip: what each wants, and when. */
const props = defineProps<{ but: number }>()
const going = useGoing()
const others = computed(() =>
  going.going
    .filter((l) => l.id !== props.but)
    .map((line) => {
      const left = line.state?.syrup?.turn_off_in_s?.mid
      const stage = line.state?.syrup?.stage
      return {
        id: line.id,
        title: line.title,
        does: doesOf(line),
        when: left === undefined || presses(line) ? '' : about(left),
        presses: presses(line),
        glow: stage ? { background: syrupColour(stage), color: inkOn(stage) } : {},
      }
    }),
)
</script>

<template>
  <nav v-if="others.length" class="others" aria-label="The other pans">
    <router-link
      v-for="o in others"
      :key="o.id"
      :to="`/stove/${o.id}`"
      :class="{ presses: o.presses }"
    >
      <span class="pan" :style="o.glow" aria-hidden="true"></span>
      <span
        ><strong>{{ o.does }}</strong>
        <span v-if="o.when" class="figures"> · off in {{ o.when }}</span>
        {{ ' ' }}<span class="title">{{ o.title }}</span></span
      >
    </router-link>
  </nav>
</template>

<style scoped>
.others {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

a {
  display: flex;
  flex: 1 1 min(14rem, 40%);
  align-items: center;
  gap: var(--gap-3);
  min-height: var(--touch);
  padding: var(--gap-1) var(--gap-3);
  border: var(--line) solid var(--steel-strong);
  border-radius: var(--corner);
  text-decoration: none;
  line-height: 1.2;
}

.presses {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--on-ink);
}

.pan {
  flex: none;
  width: 1.75rem;
  height: 1.75rem;
  border: 2px solid currentColor;
  border-radius: 50%;
}

.title {
  display: block;
  font-size: var(--size-small);
}
</style>
