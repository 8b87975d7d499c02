<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { computed, nextTick, ref, type ComponentPublicInstance } from 'vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import { ring, useSound } from '@/live/alarm'
import { canSpeak, speak, useLeftHand, useVoice, useVolume } from '@/live/comfort'

/** What is seldom pressed on a sheet: take back, sound, give up. Giving up asks once. */
withDefaults(defineProps<{ canUndo: boolean; ended: boolean; awake?: boolean }>(), { awake: true })
const emit = defineEmits<{ undo: []; giveUp: [] }>()

const sound = useSound()
const volume = useVolume()
const voice = useVoice()
const left = useLeftHand()
const LOUD = [
  { key: 0.25, name: 'Soft' },
  { key: 0.8, name: 'Middle' },
  { key: 1.6, name: 'Loud' },
]
function loud(to: number | string): void {
  volume.value = Number(to)
  ring()
}
const SOUND = [
  { key: 'yes', name: 'Sound' },
  { key: 'no', name: 'No sound' },
] as const
const SPEAKS = [
  { key: 'no', name: 'Only rings' },
  { key: 'yes', name: 'Speaks too' },
] as const
const HAND = [
  { key: 'no', name: 'Right' },
  { key: 'yes', name: 'Left' },
] as const
type YesNo = 'yes' | 'no'
/** A choice between two words, both in sight. */
const either = (of: { value: boolean }) =>
  computed({
    get: (): YesNo => (of.value ? 'yes' : 'no'),
    set: (to: YesNo) => (of.value = to === 'yes'),
  })
const sounds = either(sound)
const hand = either(left)
const speaks = computed({
  get: (): YesNo => (voice.value ? 'yes' : 'no'),
  set: (to) => {
    voice.value = to === 'yes'
    if (voice.value) speak('I will say what the pans want.')
  },
})
const asking = ref(false)
const no = ref<ComponentPublicInstance>()
async function ask(): Promise<void> {
  asking.value = true
  await nextTick()
  const key = no.value?.$el as HTMLElement | undefined
  key?.focus()
}
function giveUp(): void {
  asking.value = false
  emit('giveUp')
}
</script>

<template>
  <div class="quiet">
    <v-btn class="key back" :class="{ ended }" :disabled="!canUndo" @click="emit('undo')">
      Take the last entry back <kbd>U</kbd>
    </v-btn>
    <template v-if="!ended">
      <KeyRow v-model="sounds" class="pair" label="Sound" :choices="SOUND" />
      <v-btn v-if="!asking" class="key" @click="ask">Give this batch up</v-btn>
    </template>
  </div>
  <FoldPart v-if="!ended" class="device" title="How it calls on this device">
    <div class="quiet">
      <KeyRow label="How loud" :choices="LOUD" :model-value="volume" @update:model-value="loud" />
      <KeyRow v-if="canSpeak()" v-model="speaks" label="How it calls" :choices="SPEAKS" />
      <span class="label" aria-hidden="true">For the hand</span>
      <KeyRow v-model="hand" label="For which hand" :choices="HAND" />
    </div>
    <p v-if="!awake" class="soft small">
      This browser lets the screen go dark. Set it to stay on while you cook.
    </p>
  </FoldPart>
  <div v-if="asking && !ended" class="asked" role="group" aria-label="Give this batch up?">
    <p><strong>Give this batch up?</strong> It leaves the stove and stands in the notebook.</p>
    <v-btn ref="no" class="key" @click="asking = false">No, go on</v-btn>
    <v-btn class="key strong" @click="giveUp">Give it up</v-btn>
  </div>
</template>

<style scoped>
.quiet,
.asked {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-3);
}

.asked p {
  flex: 1 1 14rem;
  margin: 0;
}

/* What is pressed keeps its own light letters. */
.quiet .key:not([aria-pressed='true']) {
  color: var(--ink-soft);
  border-color: var(--steel);
}

/* On a phone it stands beside the large key while there is one. */
@media (max-width: 640px), (max-height: 480px) {
  .back:not(.ended) {
    display: none;
  }
}

@media (pointer: coarse), (max-width: 640px) {
  kbd {
    display: none;
  }
}
</style>
