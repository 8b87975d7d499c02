<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import OpenedSheet from '@/look/pieces/OpenedSheet.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import SizeControl from '@/rooms/sweets/page/SizeControl.vue'
import { useSweet } from '@/rooms/sweets/page/useSweet'
import { gramUnit, grams } from '@/units/format'
import StartPlan from './StartPlan.vue'
import WhereSaid from './WhereSaid.vue'
import { useWhere } from './useWhere'

/** A sweet on its way to the stove: everything chosen on its page comes with it in the address. */
const props = defineProps<{ sweetKey: string }>()
const view = useSweet(() => props.sweetKey)
const { page, sweet, method, plan, trouble, refused, set, ask } = view
const { where } = useWhere()

const methods = computed(() => page.value?.methods ?? [])
const methodName = (key: string) => sweet.value?.methods.find((m) => m.key === key)?.name ?? key
/** The days that it was planned for, if it comes from there. */
const planned = computed(() => {
  const days_id = Number(view.text('days'))
  const batch = view.text('batch')
  return days_id && batch ? { days_id, batch } : undefined
})
/** How far the syrup is aimed otherwise than written, as the last time taught; 0 where she took that back. */
const aim = computed(() => {
  const told = view.text('aim')
  return told === undefined ? undefined : Number(told)
})
const start = computed((): Api<'StartAsk'> | undefined =>
  ask.value
    ? {
        sweet_key: props.sweetKey,
        ...ask.value.body,
        ...where.value,
        planned: planned.value,
        aim_stages: aim.value,
      }
    : undefined,
)
const title = computed(() => plan.value?.title ?? sweet.value?.name ?? '')
/** How much that makes, as the core counts it. */
const made = computed(() => {
  const formula = plan.value?.formula
  if (!formula) return 'How much'
  const { count } = formula.pieces
  return count == null
    ? `about ${grams(formula.finished_g)} ${gramUnit()}`
    : `${Math.round(count)} pieces`
})
</script>

<template>
  <TroubleNote v-if="trouble" :words="trouble" />
  <div v-if="sweet && method" class="start">
    <header>
      <p class="label">
        <router-link to="/stove/start">Put something on</router-link>
      </p>
      <h1>{{ title }}</h1>
    </header>
    <p class="sentence" role="group" aria-label="How, how much, and on what">
      <OpenedSheet v-if="methods.length > 1" :words="method.name" title="By which method">
        <v-radio-group
          label="Method"
          :model-value="method.key"
          @update:model-value="set({ method: String($event), with: undefined })"
        >
          <v-radio v-for="m in methods" :key="m.key" :label="methodName(m.key)" :value="m.key" />
        </v-radio-group>
      </OpenedSheet>
      <OpenedSheet :words="made" title="How much">
        <SizeControl :view="view" />
        <TroubleNote v-if="refused" :words="refused" />
      </OpenedSheet>
      <WhereSaid />
    </p>
    <TroubleNote v-if="refused" :words="refused" />
    <StartPlan :ask="start" :aim="aim" @aim="set({ aim: $event })" />
  </div>
  <WaitingPart v-else-if="!trouble" tall words="Opening…" />
</template>

<style scoped>
.start {
  display: grid;
  gap: var(--gap-4);
}

header p {
  margin: 0;
}

.sentence {
  margin-top: calc(-1 * var(--gap-2));
}

h1 {
  font-size: var(--size-figure);
}
</style>
