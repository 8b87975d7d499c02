<script setup lang="ts">
import { computed } from 'vue'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import ThickBeside from '@/look/drawings/ThickBeside.vue'
import TrayDrawing from '@/look/drawings/TrayDrawing.vue'
import { centimetres, centimetreUnit, millimetres, millimetreUnit } from '@/units/format'

/** Her tray or board as it is to be filled and cut: how far, how thick beside a finger, and where the knife goes. */
const props = defineProps<{ laid: Api<'Laid'>; cuts: boolean }>()
const { found: marked } = useAsked({
  name: 'set/tray',
  question: () => props.laid.ask,
  ask: (body, signal) => api.POST('/api/v1/set/tray', { body, signal }),
})
const thick_mm = computed(() => marked.value?.thickness_mm ?? props.laid.ask.thickness_mm ?? 0)
const drawn = computed(
  () => marked.value && { ...marked.value, marks: props.cuts ? marked.value.marks : [] },
)
const words = computed(() => {
  const at = `${props.laid.name}: ${millimetres(thick_mm.value)} ${millimetreUnit()} thick`
  const long = `spread to ${centimetres(marked.value?.spread_cm ?? props.laid.ask.length_cm)} ${centimetreUnit()}`
  const cut = props.cuts && marked.value ? `, ${marked.value.whole_pieces} whole pieces` : ''
  const several = props.laid.trays > 1 ? ` ${props.laid.trays} of them, each like this.` : ''
  return `${at}, ${long}${cut}.${several}`
})
</script>

<template>
  <figure v-if="marked" class="laid">
    <TrayDrawing
      still
      :tray_length_cm="laid.ask.length_cm"
      :tray_width_cm="laid.ask.width_cm"
      :length_cm="marked.spread_cm ?? laid.ask.length_cm"
      :marked="drawn"
      :said="words"
    />
    <figcaption>
      <ThickBeside :thick_mm="thick_mm" />
      {{ words }}
    </figcaption>
  </figure>
</template>

<style scoped>
.laid {
  display: grid;
  grid-template-columns: minmax(0, 20rem) minmax(10rem, 1fr);
  align-items: center;
  gap: var(--gap-4);
  margin: 0;
}

figcaption {
  display: grid;
  gap: var(--gap-2);
}

@container room (max-width: 38rem) {
  .laid {
    grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  }
}
</style>
