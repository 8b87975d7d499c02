<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import SizeControl from '@/rooms/sweets/page/SizeControl.vue'
import { useSweet } from '@/rooms/sweets/page/useSweet'
import StartPlan from './StartPlan.vue'
import WhereFields from './WhereFields.vue'
import { useWhere } from './useWhere'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

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
const made = computed(() => {
  const pieces = plan.value?.formula.pieces.count
  return pieces == null ? '' : ` · ${Math.round(pieces)} pieces`
})
</script>

<template>
  <TroubleNote v-if="trouble" :words="trouble" />
  <div v-if="sweet && method" class="start">
    <header>
      <p class="label">
        <router-link to="/stove/start">Put something on</router-link>
        <template v-if="sweet.methods.length > 1"> · {{ method.name }}</template
        >{{ made }}
      </p>
      <h1>{{ title }}</h1>
    </header>
    <form class="ask" aria-label="How much, and on what" @submit.prevent>
      <ChoiceField
        v-if="methods.length > 1"
        label="Method"
        :items="methods.map((m) => ({ title: methodName(m.key), value: m.key }))"
        :model-value="method.key"
        @update:model-value="set({ method: $event, with: undefined })"
      />
      <SizeControl class="size" :view="view" />
      <WhereFields />
    </form>
    <TroubleNote v-if="refused" :words="refused" />
    <StartPlan :ask="start" :aim="aim" @aim="set({ aim: $event })" />
  </div>
  <p v-else-if="!trouble" class="soft">Opening…</p>
</template>

<style scoped>
.start {
  display: grid;
  gap: var(--gap-4);
}

header p {
  margin: 0;
}

h1 {
  font-size: var(--size-figure);
}

.ask {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(9rem, 45%), 1fr));
  gap: var(--gap-3) var(--gap-5);
  align-items: start;
}

.size {
  grid-column: span 2;
}
</style>
