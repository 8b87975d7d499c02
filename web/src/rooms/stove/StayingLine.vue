<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core'

/** The headline again at the edge of the screen while the sheet is scrolled away from it: it never leaves. */
const props = defineProps<{
  of: HTMLElement | null
  headline: string
  clock: string
  urgent: boolean
}>()
const seen = useElementVisibility(() => props.of, { initialValue: true })
</script>

<template>
  <a
    v-if="!seen"
    class="staying"
    :class="{ urgent }"
    href="#at-hand"
    aria-hidden="true"
    tabindex="-1"
  >
    <strong class="display">{{ headline }}</strong>
    <span v-if="clock" class="figures">{{ clock }}</span>
  </a>
</template>

<style scoped>
.staying {
  position: fixed;
  z-index: 4;
  top: 0;
  right: 0;
  left: 0;
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: var(--gap-4);
  padding: var(--gap-2) clamp(var(--gap-4), 3vw, var(--gap-7));
  border-bottom: var(--line) solid var(--steel-strong);
  background: var(--sheet);
  color: var(--ink);
  text-decoration: none;
}

.urgent {
  background: var(--ink);
  color: var(--on-ink);
}

strong,
span {
  font-size: var(--size-title);
}

@media print {
  .staying {
    display: none;
  }
}
</style>
