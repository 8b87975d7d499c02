<script setup lang="ts">
import { span } from '@/units/format'
import { computed, ref } from 'vue'
import type { Api } from '@/api/client'
import { inkOn, syrupColour } from '@/look/strata'
import { canJoin, canMove } from './rework'

/** The steps as a ribbon under the pen: one is chosen, moved or joined; new ones go in by their verb. */
const props = defineProps<{
  method: Api<'Method'>
  chosen: string | undefined
  verbs: readonly Api<'Verb'>[]
  /** Keys of the steps with which something is not right yet. */
  wrong: ReadonlySet<string>
}>()
const emit = defineEmits<{
  choose: [key: string]
  add: [verb: Api<'Verb'>, after: string | undefined]
  move: [key: string, by: -1 | 1]
  join: [key: string]
  remove: [key: string]
}>()

const HEIGHTS: Record<Api<'Attention'>, string> = {
  constant: '5.25rem',
  now_and_then: '3.75rem',
  none: '2.5rem',
}
const blocks = computed(() =>
  props.method.steps.map((s, i) => {
    const effect = s.effects?.find((e) => e.kind === 'boil_to_stage')
    const stage = effect && 'stage' in effect ? effect.stage : undefined
    const side = i > 0 && !s.takes?.length && !s.after?.length && s.inputs?.length
    return {
      key: s.key,
      number: i + 1,
      title: s.title || 'Untitled',
      time: s.minutes ? span(s.minutes.mid) : '',
      wrong: props.wrong.has(s.key),
      side,
      style: {
        height: HEIGHTS[s.attention],
        ...(stage ? { background: syrupColour(stage), color: inkOn(stage) } : {}),
      },
    }
  }),
)
const adding = ref<string | null>(null)
function put(verb: Api<'Verb'>): void {
  emit('add', verb, adding.value ?? undefined)
  adding.value = null
}
const at = computed(() => props.chosen ?? props.method.steps[0]?.key ?? '')
</script>

<template>
  <section class="ribbon" aria-label="The steps">
    <ol>
      <li v-for="b in blocks" :key="b.key" :class="{ side: b.side }">
        <v-btn
          class="block"
          :class="{ here: b.key === at, wrong: b.wrong }"
          :aria-pressed="b.key === at"
          :aria-label="`${b.number}. ${b.title}${b.wrong ? ', something is missing' : ''}`"
          @click="emit('choose', b.key)"
        >
          <span class="body" :style="b.style"
            ><span class="figures">{{ b.number }}</span></span
          >
          <span class="name">{{ b.title }}</span>
          <span class="small soft figures">{{ b.wrong ? 'not whole yet' : b.time }}</span>
        </v-btn>
      </li>
    </ol>
    <div class="keys">
      <v-btn
        class="key strong"
        :aria-expanded="adding !== null"
        @click="adding = adding === null ? at : null"
      >
        Step after it
      </v-btn>
      <v-btn class="key" :disabled="!canMove(method, at, -1)" @click="emit('move', at, -1)">
        Earlier
      </v-btn>
      <v-btn class="key" :disabled="!canMove(method, at, 1)" @click="emit('move', at, 1)">
        Later
      </v-btn>
      <v-btn class="key" :disabled="!canJoin(method, at)" @click="emit('join', at)">
        Join with the next
      </v-btn>
      <v-btn class="key" :disabled="method.steps.length < 2" @click="emit('remove', at)">
        Take it out
      </v-btn>
    </div>
    <div v-if="adding !== null" class="verbs" role="group" aria-label="What is done next?">
      <v-btn v-for="v in verbs" :key="v.verb" class="key" @click="put(v)">
        {{ v.verb }}
      </v-btn>
    </div>
  </section>
</template>

<style scoped>
.ribbon {
  display: grid;
  gap: var(--gap-3);
}

ol {
  display: flex;
  gap: 0;
  margin: 0;
  padding: 0 0 var(--gap-2);
  list-style: none;
  overflow-x: auto;
  border-bottom: var(--line) solid var(--steel);
}

li {
  flex: 1 0 6.75rem;
  max-width: 11rem;
}

.block {
  display: grid;
  grid-template-rows: 5.5rem auto auto;
  align-items: end;
  width: 100%;
  height: 100%;
  padding: 0 1px var(--gap-1);
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  line-height: 1.15;
  text-align: left;
  cursor: pointer;
}

.body {
  display: grid;
  place-items: center;
  border: 1.75px solid var(--ink);
  border-radius: var(--corner);
  background: var(--sheet);
  font: 600 1.25rem var(--display-face);
}

.here .body {
  outline: 4px solid var(--ink);
  outline-offset: -4px;
}

.wrong .body {
  border-style: dashed;
}

.side {
  border-left: 3px double var(--steel-strong);
}

.name {
  padding: var(--gap-1) var(--gap-1) 0;
  align-self: start;
}

.here .name {
  font-weight: 650;
}

.small {
  padding: 0 var(--gap-1);
}

.keys,
.verbs {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

.verbs {
  padding-left: var(--gap-3);
  border-left: 4px solid var(--ink);
}
</style>
