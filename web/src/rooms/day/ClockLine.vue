<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { rowsOf, stepsOf, stripsOf, type Strip } from './clockLine'
import { dayAt, lasts, letter, wall } from './clockWords'
import DueMark from './DueMark.vue'
import NextStep from './NextStep.vue'

/** The phone's view of the days: the clock down the middle, her hands on one side, what burns and stands on the other. */
const props = defineProps<{ told: Api<'DaysTold'>; ways: Api<'WaysTold'> | undefined }>()
defineEmits<{ pick: [step: string]; ask: []; take: [days: Api<'KitchenDays'>] }>()

const steps = computed(() => stepsOf(props.told).filter((s) => s.to_min > props.told.now_min))
const rows = computed(() => rowsOf(props.told))
const hands = computed(() => rows.value.flatMap((r) => ('order' in r ? [] : [r])))
const next = computed(() => hands.value.find((s) => !s.begun))
const several = computed(() => new Set(hands.value.map((s) => s.cook)).size > 1)
const days = computed(() => {
  const words = [...new Set(rows.value.map((r) => dayAt(props.told, r.from_min)?.words ?? ''))]
  return words.map((day) => {
    const of = rows.value.filter((r) => (dayAt(props.told, r.from_min)?.words ?? '') === day)
    const strips = stripsOf(of, steps.value, props.told)
    return { day, rows: of, strips, columns: Math.max(1, ...strips.map((s) => s.column + 1)) }
  })
})
const placeOf = (s: Strip) => ({ gridRow: `${s.from} / ${s.to}`, gridColumn: s.column + 3 })
/** The first row of her hands that is not over: there it is now. */
const now = computed(() => hands.value[0]?.id)
</script>

<template>
  <div class="clock-line">
    <NextStep v-if="next" :told="told" :step="next" @pick="$emit('pick', next.id)" />
    <section v-for="d in days" :key="d.day" :aria-label="d.day">
      <h2>{{ d.day }}</h2>
      <p class="heads small soft" aria-hidden="true">
        <span>by hand</span><span>burns and stands</span>
      </p>
      <div
        class="line"
        :style="{
          gridTemplateColumns: `minmax(0, 1fr) 3.5rem repeat(${d.columns}, 1.75rem)`,
        }"
      >
        <template v-for="(s, i) in d.rows" :key="s.id">
          <DueMark
            v-if="'order' in s"
            :order="s.order"
            :ways="ways"
            :style="{ gridRow: i + 1 }"
            @ask="$emit('ask')"
            @take="$emit('take', $event)"
          />
          <v-btn
            v-else
            class="what"
            :class="{ begun: s.begun, now: s.id === now }"
            :style="{ gridRow: i + 1 }"
            @click="$emit('pick', s.id)"
          >
            <span
              ><strong>{{ letter(s.n) }}</strong> {{ s.title }}</span
            >
            <span v-if="s.heat_too" class="small">{{ s.heat_too }}.</span>
            <span class="small soft figures"
              >{{ lasts(s.to_min - s.from_min)
              }}<template v-if="several">, {{ s.cook?.slice(0, 1) }}</template
              ><template v-if="s.from_cook"> from {{ s.from_cook }}</template></span
            >
          </v-btn>
          <span class="at figures" :class="{ now: s.id === now }" :style="{ gridRow: i + 1 }">{{
            wall(told, s.from_min)
          }}</span>
        </template>
        <template v-for="s in d.strips" :key="s.id">
          <v-btn
            v-if="s.step"
            class="strip"
            :class="s.kind"
            :style="placeOf(s)"
            :aria-label="s.words"
            :title="s.words"
            @click="$emit('pick', s.step)"
          >
            {{ letter(s.n) }}
          </v-btn>
          <span
            v-else
            class="strip"
            :class="s.kind"
            :style="placeOf(s)"
            role="img"
            :aria-label="s.words"
            :title="s.words"
            >{{ letter(s.n) }}</span
          >
        </template>
      </div>
    </section>
  </div>
</template>

<style scoped src="./clockLine.css"></style>
