<script setup lang="ts">
/**
 * A number with its unit and its honest spread. The label says what it is; `low` and `high` are the
 * ends of its 80 % interval, already written as numbers in the same unit.
 */
withDefaults(
  defineProps<{
    label: string
    value: string
    unit?: string
    low?: string
    high?: string
    /** What stands under the number in place of a spread. */
    note?: string
    size?: 'plain' | 'figure' | 'shout'
  }>(),
  { size: 'plain' },
)
</script>

<template>
  <div class="figure" :class="size">
    <span class="label">{{ label }}</span>
    <span class="value figures">
      {{ value }}<span v-if="unit" class="unit">&#8239;{{ unit }}</span>
    </span>
    <span v-if="low !== undefined && high !== undefined" class="spread figures">
      {{ low === high ? low : `${low} – ${high}` }}{{ unit ? ` ${unit}` : '' }}
    </span>
    <span v-else-if="note" class="spread figures">{{ note }}</span>
  </div>
</template>

<style scoped>
.figure {
  display: grid;
  justify-items: start;
  align-content: start;
  line-height: 1.15;
}

.value {
  font-size: var(--size-lead);
  font-weight: 600;
}

.unit {
  font-size: 0.6em;
  font-weight: 500;
  color: var(--ink-soft);
}

.plain .unit {
  font-size: 0.85em;
}

.figure:not(.plain) .value {
  font-family: var(--display-face);
  line-height: 1;
  padding-top: 0.12em;
}

.figure:not(.plain, .shout) .value {
  font-size: var(--size-figure);
}

.shout .value {
  font-size: var(--size-shout);
}

.spread {
  color: var(--ink-soft);
  font-size: var(--size-small);
}

.figure:not(.plain) .spread {
  font-size: var(--size-body);
}
</style>
