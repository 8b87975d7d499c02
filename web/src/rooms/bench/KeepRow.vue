<script setup lang="ts">
import { ref } from 'vue'
import type { Api } from '@/api/client'
import { saveCsv, savePng, saveSvg } from './exportCurve'

/** The bench to take away: its link, its curve, its drawing. */
const props = defineProps<{
  boil?: Api<'BoilDownAnswer'>
  picture: () => SVGSVGElement | undefined
}>()

async function exportAs(kind: 'csv' | 'svg' | 'png'): Promise<void> {
  const svg = props.picture()
  if (kind === 'csv' && props.boil) saveCsv(props.boil)
  if (kind === 'svg' && svg) saveSvg(svg)
  if (kind === 'png' && svg) await savePng(svg)
}
const copied = ref(false)
async function copyLink(): Promise<void> {
  await navigator.clipboard.writeText(location.href).catch(() => undefined)
  copied.value = true
  setTimeout(() => (copied.value = false), 2000)
}
</script>

<template>
  <p class="save">
    <span class="label">Keep</span>
    <v-btn class="key" @click="copyLink">
      {{ copied ? 'Link copied' : 'Copy link' }}
    </v-btn>
    <v-btn class="key" :disabled="!boil" @click="exportAs('csv')"> Curve as CSV </v-btn>
    <v-btn class="key" :disabled="!boil" @click="exportAs('svg')"> Drawing as SVG </v-btn>
    <v-btn class="key" :disabled="!boil" @click="exportAs('png')"> Drawing as PNG </v-btn>
  </p>
</template>

<style scoped>
.save {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  margin: 0;
}

.save .key {
  min-height: 2.75rem;
  border-color: var(--steel);
  font-size: var(--size-small);
}
</style>
