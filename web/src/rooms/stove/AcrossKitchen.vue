<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { onMounted, ref, type ComponentPublicInstance } from 'vue'
import { usePressed } from '@/look/pressed'

/**
 * The sheet as it is read from across the kitchen and pressed with the elbow: the whole screen is the one button;
 * held, it takes the last entry back. Any key presses it; Backspace takes back, Escape leaves.
 */
const props = defineProps<{
  title: string
  headline: string
  detail: string
  hazards: readonly string[]
  clock: string
  button: string
  urgent: boolean
  busy: boolean
}>()
const emit = defineEmits<{ happened: []; undo: []; leave: [] }>()

const { once } = usePressed()
const HOLD_MS = 900
const held = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
function down(): void {
  held.value = false
  timer = setTimeout(() => {
    held.value = true
    emit('undo')
  }, HOLD_MS)
}
function up(): void {
  clearTimeout(timer)
}
function press(): void {
  if (!held.value && !props.busy) once(() => emit('happened'))
}
onKeyStroke(true, (event) => {
  if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  if (event.key === 'Escape') emit('leave')
  else if (event.key === 'Backspace') emit('undo')
  else if (!['Tab', 'Shift'].includes(event.key)) press()
})
const plate = ref<ComponentPublicInstance>()
onMounted(() => (plate.value?.$el as HTMLElement | undefined)?.focus())
</script>

<template>
  <div class="across" :class="{ urgent }" role="dialog" aria-label="From across the kitchen">
    <v-btn
      ref="plate"
      class="plate"
      data-again
      @pointerdown="down"
      @pointerup="up"
      @pointerleave="up"
      @contextmenu.prevent
      @click="press"
    >
      <span class="title">{{ title }}</span>
      <strong class="display">{{ headline }}</strong>
      <span class="clock figures">{{ clock }}</span>
      <span class="detail">{{ detail }}</span>
      <span v-for="h in hazards" :key="h" class="caution">{{ h }}</span>
      <span class="does"
        >Tap anywhere: <b>{{ button }}</b></span
      >
    </v-btn>
    <p>
      Hold to take the last entry back.
      <v-btn class="key" @click="emit('leave')">Back to the sheet</v-btn>
    </p>
  </div>
</template>

<style scoped>
.across {
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  background: var(--ground);
  color: var(--ink);
}

.plate {
  display: grid;
  align-content: center;
  gap: var(--gap-4);
  padding: var(--gap-4) var(--gap-5);
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  touch-action: manipulation;
  user-select: none;
  cursor: pointer;
  overflow: hidden;
}

.urgent .plate {
  background: var(--ink);
  color: var(--on-ink);
}

.title {
  font-size: var(--size-lead);
}

.display {
  font-size: clamp(3rem, 13vmin, 9rem);
  line-height: 1;
}

.clock {
  font-family: var(--display-face);
  font-size: clamp(2.5rem, 11vmin, 7rem);
  line-height: 1;
}

.clock:empty {
  display: none;
}

.detail {
  font-size: clamp(1.25rem, 4vmin, 2.25rem);
  line-height: 1.2;
}

.does {
  font-size: clamp(1.25rem, 4.5vmin, 2.5rem);
}

p {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-3);
  margin: 0;
  padding: var(--gap-3) var(--gap-5);
  border-top: var(--line) solid var(--steel);
}
</style>
