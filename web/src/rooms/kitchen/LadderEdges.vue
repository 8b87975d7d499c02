<script setup lang="ts">
import { computed } from 'vue'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import AmountField from '@/look/pieces/AmountField.vue'
import StageMark from '@/look/marks/StageMark.vue'
import { inkOn, syrupColour } from '@/look/strata'

/** The cook's own ladder: a school to start from, and every edge to be moved. */
const props = defineProps<{ ladder: Api<'Ladder'>; stages: readonly Api<'Stage'>[] }>()
const emit = defineEmits<{ 'update:ladder': [ladder: Api<'Ladder'>] }>()

const { found } = useAsked({
  name: 'kitchen/schools',
  question: () => 'all',
  ask: (_, signal) => api.GET('/api/v1/kitchen/schools', { signal }),
})
const schools = computed(() => found.value ?? [])
const chosen = computed(() =>
  schools.value.find(
    (s) => JSON.stringify(s.ladder.edges_frac) === JSON.stringify(props.ladder.edges_frac),
  ),
)
const setEdge = (i: number, edge_frac: number) =>
  emit('update:ladder', {
    edges_frac: props.ladder.edges_frac.map((e, k) => (k === i ? edge_frac : e)),
  })
const rungs = computed(() =>
  props.stages.map((stage, i) => ({
    stage,
    from: i === 0 ? undefined : props.ladder.edges_frac[i - 1],
    index: i - 1,
  })),
)
</script>

<template>
  <div class="edges">
    <div class="schools" role="group" aria-label="School">
      <v-btn
        v-for="s in schools"
        :key="s.key"
        class="key"
        :aria-pressed="s.key === chosen?.key"
        @click="emit('update:ladder', s.ladder)"
      >
        {{ s.name }}
      </v-btn>
    </div>
    <p class="soft">
      {{ chosen ? chosen.about : 'Your own: the edges have been moved.' }}
    </p>
    <ol>
      <li v-for="r in [...rungs].reverse()" :key="r.stage.key">
        <span
          class="swatch"
          :style="{ background: syrupColour(r.stage.key), color: inkOn(r.stage.key) }"
        >
          <StageMark :stage="r.stage.key" :size="24" /> {{ r.stage.name }}
        </span>
        <AmountField
          v-if="r.from !== undefined"
          class="edge"
          :label="`${r.stage.name} from`"
          kind="share"
          :model-value="r.from"
          @update:model-value="setEdge(r.index, $event)"
        />
      </li>
    </ol>
  </div>
</template>

<style scoped>
.edges {
  display: grid;
  gap: var(--gap-3);
}

.edges p {
  margin: 0;
}

.schools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

ol {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 11rem) minmax(0, 9rem);
  gap: var(--gap-4);
  align-items: stretch;
}

.swatch {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  min-height: 3.25rem;
  padding: 0 var(--gap-3);
}
</style>
